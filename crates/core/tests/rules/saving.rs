//! Saving seed: what crosses with what.

use crate::common::{TODAY, does, draft, placed_in, seen, site, turned, unplanted};
use jiff::civil::date;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::Command;
use sparrow_core::tin::saving::{Saving, saving};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{PatchId, VarietyId};
use sparrow_facts::units::Units;

fn told(garden: &Garden, crop: &str, variety: Option<u32>, year: i16) -> Saving {
    seen(garden, TODAY, &[], |known| saving(known, crop, variety.map(VarietyId), year))
}

fn crosses(saving: &Saving) -> Vec<PatchId> {
    saving.crosses.iter().map(|one| one.patch).collect()
}

#[test]
fn crops_of_one_species_cross_and_others_do_not() {
    let mut garden = unplanted();
    let kale = placed_in(&mut garden, "kale", "leaf", 2031);
    let saved = told(&garden, "cabbage", None, 2031);
    assert_eq!(crosses(&saved), [kale], "kale and cabbage are one species");
    assert!(saved.crosses[0].if_left && saved.species.as_ref().is_some_and(|one| one.second_year));
    assert_eq!(crosses(&told(&garden, "swede", None, 2031)), [], "swedes are another");
    assert_eq!(crosses(&told(&garden, "cabbage", None, 2033)), [], "it stands in another year");
    let stands = told(&garden, "kale", None, 2031).stands;
    assert_eq!(stands.iter().map(|one| one.patch).collect::<Vec<_>>(), [kale]);
    assert_eq!(told(&garden, "garlic", None, 2031).species, None, "it sets no seed");
}

#[test]
fn varieties_of_one_crop_cross_and_the_species_of_a_squash_is_its_own() {
    let mut garden = unplanted();
    for (crop, way, name) in [("tomato", "staked", "Amber"), ("tomato", "staked", "Ruby"), ("winter-squash", "vine", "Long Neck")]
    {
        let way = Catalogue::standard()
            .crop(crop)
            .unwrap()
            .way(way)
            .map_or_else(|| Catalogue::standard().crop(crop).unwrap().ways[0].key.clone(), |way| way.key.clone());
        let mut variety = draft(crop, &way, name);
        if crop == "winter-squash" {
            variety.kinds = [("species".to_string(), "moschata".to_string())].into();
        }
        does(&mut garden, &Command::KeepVariety { variety: None, draft: Box::new(variety) }).unwrap();
    }
    let ruby = placed_in(&mut garden, "tomato", "variety-2", 2031);
    let saved = told(&garden, "tomato", Some(1), 2031);
    assert_eq!(crosses(&saved), [ruby]);
    assert!(!saved.crosses[0].perhaps, "both have names");
    let nameless = told(&garden, "tomato", None, 2031);
    assert!(nameless.crosses[0].perhaps, "it may be the same");

    let neck = placed_in(&mut garden, "winter-squash", "variety-3", 2032);
    assert_eq!(crosses(&told(&garden, "butternut", None, 2032)), [neck], "it is said to be of butternut's species");
    let hubbard = Catalogue::standard().crop("winter-squash").unwrap();
    assert_eq!(crosses(&told(&garden, &hubbard.key, None, 2032)), [], "and no hubbard's");
}

#[test]
fn the_end_of_a_planting_stays_over_the_winter_for_seed() {
    let mut garden = unplanted();
    let patch = placed_in(&mut garden, "carrot", "root", 2031);
    let saved = told(&garden, "carrot", None, 2031);
    let stand = &saved.stands[0];
    // By hand: 2 × 2 squares of sixteen are 64 on four half squares; twenty carrots take two of them, 32.
    assert_eq!((saved.species.unwrap().plants[0], stand.plants), (20, 64));
    let winters = stand.winters.expect("they flower in their second year");
    assert_eq!((winters.half_squares, winters.plants, winters.until), (Some(2), 32, date(2032, 8, 31)));
    let leave = Command::DividePatch { patch, way: "root".into(), half_squares: 2, until: Some(winters.until) };
    does(&mut garden, &leave).unwrap();
    let (first, second) = (garden.patch(patch).unwrap(), garden.patches.last().unwrap());
    assert_eq!((first.until, second.until), (date(2031, 9, 10), date(2032, 8, 31)));
    assert_eq!(first.planted, second.planted);
    let left = told(&garden, "carrot", None, 2031).stands;
    assert_eq!(left[1].winters, None, "that part stays already");

    // Where other things are planned on that ground, it is refused and nothing is lost.
    let mut taken = unplanted();
    let patch = placed_in(&mut taken, "carrot", "root", 2031);
    placed_in(&mut taken, "kale", "leaf", 2032);
    let before = taken.clone();
    let leave = Command::DividePatch { patch, way: "root".into(), half_squares: 2, until: Some(winters.until) };
    assert!(does(&mut taken, &leave).unwrap_err().to_string().contains("kale"));
    assert_eq!(taken, before);

    // South of the equator the second summer ends in the second calendar year on.
    let mut south = unplanted();
    south.site = turned(&site(Units::Metric));
    placed_in(&mut south, "carrot", "root", 2031);
    let stands = told(&south, "carrot", None, 2030).stands;
    assert_eq!(stands[0].winters.map(|one| one.until), Some(date(2032, 2, 28)), "it was sown in the growing year from July 2030");
    let lettuce = placed_in(&mut garden, "lettuce", "head", 2034);
    let stands = told(&garden, "lettuce", None, 2034).stands;
    assert_eq!((stands[0].patch, stands[0].winters), (lettuce, None), "lettuce flowers in its first");
}

#[test]
fn the_distances_are_those_that_are_printed_for_home_use() {
    // S. Ashworth, Seed to Seed, 2nd edition, 2002, from memory: a mile for what the wind or bees carry far, less for home use; selfers
    // by feet. Ours keep the order: selfers nearest, wind farthest.
    let species = |crop: &str| {
        let of = |one: &&sparrow_core::catalogue::SeedSpecies| one.crops.iter().any(|key| key == crop);
        Catalogue::standard().species.iter().find(of).unwrap().metres
    };
    for own in ["lettuce", "tomato", "pea", "bean"] {
        assert!(species(own)[1] <= 20, "{own}");
    }
    for far in ["beet", "spinach", "maize"] {
        assert!(species(far)[1] >= 1600, "{far}");
    }
}
