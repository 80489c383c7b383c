//! How would a command have kept these texts? Names and notes of a garden from outside in the form in which they are kept.

use crate::change::checked::Checked;
use crate::change::draft::text_or_nothing;
use crate::limits::{BED_NAME, FOUND, NAME, NOTE, STRAIN};
use sparrow_facts::every_list_of_facts;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::name::alike;
use std::collections::BTreeSet;

macro_rules! texts {
    (
        first { $($(#[$first_doc:meta])* $first:ident: $First:ty, $FirstId:ty, $FirstEdit:ident;)* }
        later { $($(#[$later_doc:meta])* $later:ident: $Later:ty, $LaterId:ty, $LaterEdit:ident;)* }
        keyed { $($keyed:tt)* }
    ) => {
        /// Every text of a garden, with the most letters of each.
        fn texts(garden: &mut Garden) -> Vec<(&mut String, usize)> {
            let Garden { site, $($first,)* $($later,)* spacings, school: _, turns, almanac } = garden;
            let mut texts = vec![(&mut site.name, NAME), (&mut site.place, NAME)];
            texts.extend(site.neighbour_maize.iter_mut().map(|maize| (&mut maize.strain, STRAIN)));
            $(texts.extend($first.iter_mut().flat_map(Checked::texts));)*
            $(texts.extend($later.iter_mut().flat_map(Checked::texts));)*
            texts.extend(spacings.iter_mut().map(|own| (&mut own.note, NOTE)));
            texts.extend(turns.findings.iter_mut().map(|one| (&mut one.what, FOUND)));
            texts.extend(turns.plans.iter_mut().map(|plan| (&mut plan.name, NAME)));
            texts.extend(almanac.station.iter_mut().map(|station| (&mut station.name, NAME)));
            texts
        }
    };
}

every_list_of_facts!(texts);

/// Brings every name and note of a garden into the form in which it is kept: blanks cut off, letters composed, and without those
/// that nobody sees. What cannot be kept is left as it is; [`crate::change::verify::verify`] says what is wrong with it.
pub fn tidy(garden: &mut Garden) {
    for (text, most) in texts(garden) {
        if let Ok(kept) = text_or_nothing("name", text, most) {
            *text = kept;
        }
    }
    // A warning about what is not there would be kept for whatever is given that number next.
    let there: BTreeSet<PatchId> = garden.patches.iter().map(|patch| patch.id).collect();
    garden.patches.iter_mut().for_each(|patch| patch.kept.retain(|key| key.other().is_none_or(|other| there.contains(&other))));
    told_apart(garden.beds.iter_mut().map(|bed| &mut bed.name).collect(), BED_NAME);
    told_apart(garden.groupings.iter_mut().map(|own| &mut own.name).collect(), NAME);
}

/// Names that were once taken for different, since only their letters of ASCII were compared, get a number: 'äpfel 2' beside 'Äpfel'.
fn told_apart(names: Vec<&mut String>, most: usize) {
    let mut before: Vec<String> = Vec::new();
    for name in names {
        let was_other = |other: &String| alike(other, name) && !other.eq_ignore_ascii_case(name);
        if before.iter().any(was_other) {
            let numbered = (2..).map(|n| format!("{name} {n}")).find(|new| !before.iter().any(|other| alike(other, new)));
            // A name that is as long as may be is refused, with its words.
            if let Some(new) = numbered.filter(|new| new.chars().count() <= most) {
                *name = new;
            }
        }
        before.push(name.clone());
    }
}
