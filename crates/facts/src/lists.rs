//! Which lists of facts are there? The one statement of them, from which follow all that treats them alike: the garden itself, its
//! edits and how they are carried out, what a page is told of a change, the order in which all is written, and what each list must say
//! for itself to be kept.

/// Calls a macro with every list of facts: for each its field, its type, what tells one from the others, and the word of its edits.
///
/// `first` were there from the first version of the garden's file on, `later` are empty where a file does not have them; both are lists
/// of the garden. The rest are lists of what it said of the years ahead and of its warmth. What refers to others stands after them.
#[macro_export]
macro_rules! every_list_of_facts {
    ($then:ident) => {
        $then! {
            first {
                /// Its growing places.
                beds: $crate::bed::Bed, $crate::ids::BedId, Bed;
                /// What stands, stood or will stand in them.
                patches: $crate::patch::Patch, $crate::ids::PatchId, Patch;
                /// What is remembered of earlier years.
                past: $crate::history::PastStand, $crate::ids::PastId, Past;
            }
            later {
                /// The household's own groupings.
                groupings: $crate::grouping::OwnGrouping, $crate::ids::OwnGroupingId, Grouping;
                /// Crops that the book lacks.
                own_crops: $crate::own_crop::OwnCrop, $crate::ids::OwnCropId, OwnCrop;
                /// The household's own varieties.
                varieties: $crate::variety::Variety, $crate::ids::VarietyId, Variety;
                /// The seed it has.
                lots: $crate::seed_lot::SeedLot, $crate::ids::LotId, Lot;
                /// What it would like to have in a year.
                wants: $crate::want::Want, $crate::ids::WantId, Want;
                /// What else stands in the yard.
                fixtures: $crate::fixture::Fixture, $crate::ids::FixtureId, Fixture;
            }
            keyed {
                spacings: $crate::spacing::OwnSpacing, (String, String), Spacing, |own| (own.crop.clone(), own.way.clone());
                turns.wishes: $crate::turns::TurnWish, $crate::ids::WishId, Wish, |wish| wish.id;
                turns.plans: $crate::turns::TurnPlan, $crate::ids::TurnPlanId, Plan, |plan| plan.id;
                turns.pins: $crate::turns::Pinned, ($crate::ids::WishId, i16), Pin, |pin| (pin.wish, pin.year);
                turns.closed: $crate::turns::Closing, $crate::turns::Closing, Closing, |closing| *closing;
                turns.unknown: $crate::turns::Unknown, $crate::turns::Unknown, UnknownYear, |unknown| *unknown;
                turns.families: $crate::turns::OwnFamily, String, OwnFamily, |own| own.family.clone();
                turns.findings: $crate::turns::SoilFinding, ($crate::ids::BedId, String), SoilFinding, |one| (one.bed, one.family.clone());
                almanac.beds: $crate::almanac::BedWarmth, $crate::ids::BedId, BedWarmth, |one| one.bed;
                almanac.readings: $crate::almanac::SoilReading, (jiff::civil::Date, $crate::ids::BedId), Reading, |one| (one.on, one.bed);
            }
        }
    };
}
