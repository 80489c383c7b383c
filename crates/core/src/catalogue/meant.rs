//! Which crops does a word or a list of words mean?

use crate::catalogue::names::{Meant, Word, plain, singulars};
use crate::catalogue::{Catalogue, Crop};

/// The most letters of a list that are read, and the most of its words.
const MOST_LETTERS: usize = 2000;
const MOST_WORDS: usize = 60;
/// The most names that are offered for one that is not known.
const MOST_NEARLY: usize = 3;

impl Catalogue {
    /// What may be meant by a name: the crop of that name, else what else is called so; nothing when nobody calls a crop so.
    ///
    /// ```
    /// use sparrow_core::catalogue::Catalogue;
    /// let meant = |said: &str| Catalogue::standard().meant(said).into_iter().map(|one| one.crop).collect::<Vec<_>>();
    /// assert_eq!(meant("Sweet corn"), ["maize"]);
    /// assert_eq!(meant("squashes"), ["courgette", "winter-squash", "butternut", "acorn-squash", "pumpkin"]);
    /// assert!(meant("cornn").is_empty());
    /// ```
    pub fn meant(&self, said: &str) -> Vec<Meant> {
        let all = singulars(&plain(said));
        let own = |crop: &&Crop| {
            let names = [&crop.name, &crop.plural, &crop.key, &crop.botanical];
            names.into_iter().any(|name| !name.is_empty() && all.contains(&plain(name)))
        };
        let meant = |crop: &Crop| Meant { crop: crop.key.clone(), way: None };
        // Who gave a crop a name of their own means that one.
        if let Some(crop) = self.crops.iter().filter(|crop| crop.like.is_some()).find(own) {
            return vec![meant(crop)];
        }
        // A name that several crops share is a choice even where one of them has it for its own: 'bean'.
        if let Some(name) = all.iter().find_map(|said| self.names.iter().find(|name| name.said == *said)) {
            return name.of.clone();
        }
        self.crops.iter().find(own).map(meant).into_iter().collect()
    }

    /// Each word of a list, between commas, semicolons, line ends and 'and', with what may be meant by it.
    pub fn words(&self, list: &str) -> Vec<Word> {
        let list: String = list.chars().take(MOST_LETTERS).collect();
        let parts = list.split([',', ';', '\n', '+', '&']).flat_map(|part| part.split(" and "));
        let said = parts.map(|part| part.split_whitespace().collect::<Vec<_>>().join(" ")).filter(|said| !plain(said).is_empty());
        let word = |said: String| {
            let of = self.meant(&said);
            let nearly = if of.is_empty() { self.nearly(&said) } else { Vec::new() };
            Word { said, of, nearly }
        };
        said.take(MOST_WORDS).map(word).collect()
    }

    /// Names written nearly so: a letter too many, too few, wrong or in the wrong place, two in longer names; or names in which
    /// all of it stands.
    fn nearly(&self, said: &str) -> Vec<String> {
        let said = plain(said);
        let own = self.crops.iter().flat_map(|crop| [crop.name.to_lowercase(), crop.plural.to_lowercase()]);
        let mut found: Vec<(usize, String)> = own
            .chain(self.names.iter().map(|name| name.said.clone()))
            .filter_map(|name| {
                let off = strsim::damerau_levenshtein(&said, &name);
                let most = if said.chars().count() > 5 { 2 } else { 1 };
                let within = said.chars().count() > 2 && name.contains(&said);
                (off <= most || within).then_some((off, name))
            })
            .collect();
        found.sort();
        let mut told: Vec<String> = Vec::new();
        for (_, name) in found {
            let new = self.meant(&name).iter().any(|one| !told.iter().any(|told| self.meant(told).contains(one)));
            if told.len() < MOST_NEARLY && new {
                told.push(name);
            }
        }
        told
    }
}
