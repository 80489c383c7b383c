//! How would a command have kept these texts? Names and notes of a garden from outside in the form in which they are kept.

use crate::change::draft::text_or_nothing;
use crate::change::limits::{BED_NAME, COLOUR, FOUND, NAME, NOTE, STRAIN};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::name::alike;
use std::collections::BTreeSet;

/// Brings every name and note of a garden into the form in which it is kept: blanks cut off, letters composed, and without those
/// that nobody sees. What cannot be kept is left as it is; [`crate::change::verify::verify`] says what is wrong with it.
pub fn tidy(garden: &mut Garden) {
    // Taken apart, so that a fact that is forgotten here does not compile.
    let Garden {
        site,
        beds,
        patches,
        past: _,
        spacings,
        groupings,
        own_crops,
        varieties,
        lots,
        wants,
        fixtures,
        school: _,
        turns,
        almanac,
    } = garden;
    let names = beds.iter_mut().map(|bed| (&mut bed.name, BED_NAME));
    let names = names.chain(groupings.iter_mut().map(|own| (&mut own.name, NAME)));
    let names = names
        .chain(varieties.iter_mut().flat_map(|one| [(&mut one.name, NAME), (&mut one.colour, COLOUR), (&mut one.note, NOTE)]));
    let names = names.chain(own_crops.iter_mut().flat_map(|one| {
        let words = [(&mut one.name, BED_NAME), (&mut one.plural, BED_NAME), (&mut one.botanical, NAME)];
        words.into_iter().chain([(&mut one.source, FOUND), (&mut one.note, NOTE)])
    }));
    let names = names.chain(lots.iter_mut().flat_map(|lot| [(&mut lot.source, FOUND), (&mut lot.note, NOTE)]));
    let names = names.chain(wants.iter_mut().map(|want| (&mut want.note, NOTE)));
    let names = names.chain(fixtures.iter_mut().map(|one| (&mut one.name, BED_NAME)));
    let names = names.chain(spacings.iter_mut().map(|own| (&mut own.note, NOTE)));
    let names = names.chain(turns.findings.iter_mut().map(|one| (&mut one.what, FOUND)));
    let names = names.chain(turns.plans.iter_mut().map(|plan| (&mut plan.name, NAME)));
    let names = names.chain(almanac.station.iter_mut().map(|station| (&mut station.name, NAME)));
    let names = names.chain(site.neighbour_maize.iter_mut().map(|maize| (&mut maize.strain, STRAIN)));
    let names = names.chain([(&mut site.name, NAME), (&mut site.place, NAME)]);
    for (name, most) in names {
        if let Ok(kept) = text_or_nothing("name", name, most) {
            *name = kept;
        }
    }
    // A warning about what is not there would be kept for whatever is given that number next.
    let there: BTreeSet<PatchId> = patches.iter().map(|patch| patch.id).collect();
    patches.iter_mut().for_each(|patch| patch.kept.retain(|key| key.other().is_none_or(|other| there.contains(&other))));
    told_apart(beds.iter_mut().map(|bed| &mut bed.name).collect(), BED_NAME);
    told_apart(groupings.iter_mut().map(|own| &mut own.name).collect(), NAME);
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
