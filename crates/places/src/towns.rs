//! Where does a town lie? Towns of 5,000 people and more, found by the beginning of their names.

use crate::unpacked;
use deunicode::deunicode;
use serde::Serialize;
use sparrow_facts::site::{Latitude, Longitude};
use std::sync::OnceLock;

/// A town.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Town {
    /// Its name.
    pub name: String,
    /// The two letters of its country (ISO 3166).
    pub country: String,
    /// The letters of its state or province, where it has any; may be empty.
    pub state: String,
    /// Where it lies.
    pub latitude: Latitude,
    /// Where it lies.
    pub longitude: Longitude,
    /// People who live there.
    pub people: u32,
}

/// The most towns that are told at once.
pub const MOST_FOUND: usize = 12;
/// The most letters of a name that are looked at.
const LONGEST: usize = 60;

/// Towns by the beginning of their names, or of a word in them, the largest first; those whose whole name it is before all
/// others. A country's or state's letters may follow after a comma: 'Springfield, MA'. Nothing for nothing.
///
/// ```
/// let found = sparrow_places::towns::find("munich");
/// assert_eq!((found[0].name.as_str(), found[0].country.as_str()), ("Munich", "DE"));
/// assert_eq!(sparrow_places::towns::find("Springfield, ma")[0].state, "MA");
/// ```
pub fn find(asked: &str) -> Vec<Town> {
    let asked: String = asked.chars().take(LONGEST).collect();
    let (name, after) = asked.split_once(',').unwrap_or((&asked, ""));
    let (name, after) = (plain(name), plain(after));
    if name.is_empty() {
        return Vec::new();
    }
    let list = list();
    let there = |town: &&Listed| after.is_empty() || plain(&town.town.state) == after || plain(&town.town.country) == after;
    let mut found: Vec<&Listed> = Vec::new();
    let rules: [&dyn Fn(&str) -> bool; 3] = [&|plain| plain == name, &|plain| plain.starts_with(&name), &|plain| {
        plain.match_indices(&name).any(|(at, _)| at > 0 && plain[..at].ends_with([' ', '-', '\'']))
    }];
    for rule in rules {
        // The list is sorted by people.
        for town in list.iter().filter(|town| rule(&town.plain)).filter(there) {
            if found.len() == MOST_FOUND {
                break;
            }
            if !found.iter().any(|other| std::ptr::eq(*other, town)) {
                found.push(town);
            }
        }
    }
    found.into_iter().map(|listed| listed.town.clone()).collect()
}

struct Listed {
    town: Town,
    /// Its name without accents, in small letters.
    plain: String,
}

fn list() -> &'static [Listed] {
    static LIST: OnceLock<Vec<Listed>> = OnceLock::new();
    LIST.get_or_init(|| {
        let table = unpacked(include_bytes!("../data/towns.bin"));
        String::from_utf8_lossy(&table).lines().filter_map(listed).collect()
    })
}

fn listed(line: &str) -> Option<Listed> {
    let [name, country, state, latitude, longitude, people] = line.split('\t').collect::<Vec<_>>().try_into().ok()?;
    let town = Town {
        name: name.into(),
        country: country.into(),
        state: state.into(),
        latitude: Latitude(latitude.parse().ok()?),
        longitude: Longitude(longitude.parse().ok()?),
        people: people.parse().ok()?,
    };
    Some(Listed { plain: plain(name), town })
}

/// Small letters as they are on any keyboard, with single blanks: 'tromso', 'lodz', 'strasse'.
fn plain(name: &str) -> String {
    deunicode(name).to_lowercase().split_whitespace().collect::<Vec<_>>().join(" ")
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn accents_capitals_and_blanks_do_not_matter() {
        let names: Vec<Vec<Town>> = ["São Paulo", "sao paulo", "  SAO   PAULO "].into_iter().map(find).collect();
        assert_eq!(names[0][0].country, "BR");
        assert!(names.iter().all(|found| found[0] == names[0][0]));
    }

    #[test]
    fn letters_that_a_keyboard_lacks_are_not_needed() {
        for (asked, country, name) in [("tromso", "NO", "Tromsø"), ("lodz", "PL", "Łódź"), ("zurich", "CH", "Zürich")] {
            let found = find(asked);
            assert_eq!((found[0].country.as_str(), found[0].name.as_str()), (country, name), "{asked}");
            assert_eq!(find(name)[0], found[0]);
        }
    }

    #[test]
    fn the_whole_name_comes_first_and_no_town_twice() {
        let found = find("york");
        assert_eq!((found[0].name.as_str(), found.len()), ("York", MOST_FOUND));
        assert!(found.iter().any(|town| town.name == "New York City"), "{found:?}");
        let mut once = found.clone();
        once.dedup();
        assert_eq!(once.len(), found.len());
    }

    #[test]
    fn what_no_town_is_called_finds_none() {
        for asked in ["", "  ", ",", "qqqq", "York, ZZ", &"x".repeat(10_000)] {
            assert!(find(asked).is_empty(), "{asked:.20}");
        }
    }

    #[test]
    fn every_line_of_the_table_is_a_town() {
        assert_eq!(list().len(), 49_025);
        assert!(list().iter().all(|listed| listed.town.latitude.0.abs() <= 9000 && listed.town.people >= 5000));
        assert!(list().windows(2).all(|pair| pair[0].town.people >= pair[1].town.people));
    }
}
