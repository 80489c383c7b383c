//! The catalogue's intervals against published recommendations; where they differ is part of the check.

use sparrow_core::catalogue::Catalogue;

fn interval(family: &str) -> u8 {
    Catalogue::standard().family(family).unwrap_or_else(|| panic!("{family} is in the catalogue")).interval
}

/// Maynard and Hochmuth, Knott's Handbook for Vegetable Growers, 5th ed. (2007), 'Rotation periods (years)
/// to reduce soil-borne diseases', after Sherf and MacNab (1986): years without a susceptible crop. From
/// memory. n years without one mean n + 1 years from one stand to the next.
#[test]
fn knotts_years_without_a_susceptible_crop_are_kept_but_for_the_longest() {
    let table = [
        ("asparagus", "fusarium rot", 8),
        ("pea-bean", "bean anthracnose", 2),
        ("pea-bean", "bacterial blights of bean", 2),
        ("pea-bean", "root rots", 3),
        ("cabbage", "clubroot", 7),
        ("cabbage", "blackleg", 3),
        ("cabbage", "black rot", 2),
        ("gourd", "fusarium wilt of muskmelon", 5),
        ("gourd", "black rot of pumpkin", 2),
        ("carrot", "root canker of parsnip", 2),
    ];
    let shorter: Vec<(&str, &str)> = table
        .iter()
        .filter(|(family, _, without)| interval(family) < without + 1)
        .map(|&(family, disease, _)| (family, disease))
        .collect();
    // A wait of six to nine years is no everyday rule for a small yard: a finding in a bed lengthens it there.
    assert_eq!(
        shorter,
        [
            ("asparagus", "fusarium rot"),
            ("pea-bean", "root rots"),
            ("cabbage", "clubroot"),
            ("gourd", "fusarium wilt of muskmelon"),
        ]
    );
}

/// Mohler and Johnson (eds.), Crop Rotation on Organic Farms: A Planning Manual, NRAES-177 (2009): families
/// are best kept three to four years apart, lettuce and other daisies and the grasses may return sooner.
/// From memory.
#[test]
fn the_planning_manuals_three_to_four_years_hold_for_the_families_that_wait_in_the_soil() {
    for family in ["cabbage", "nightshade", "onion", "gourd", "pea-bean", "carrot", "beet"] {
        assert!((3..=4).contains(&interval(family)), "{family}: {}", interval(family));
    }
    for family in ["daisy", "grass"] {
        assert!(interval(family) < 3, "{family}: {}", interval(family));
    }
}

/// Extension leaflets for home gardens (University of Minnesota, Ohio State and others agree) ask for a
/// family not to return to its ground for three years, better four for nightshades and the cabbage family.
/// From memory; common practice.
#[test]
fn home_garden_leaflets_ask_for_three_years_and_four_for_cabbages_and_nightshades() {
    assert_eq!((interval("cabbage"), interval("nightshade")), (4, 4));
    let shorter: Vec<&str> = ["gourd", "onion", "pea-bean", "carrot", "beet", "daisy", "grass", "mallow", "bindweed"]
        .into_iter()
        .filter(|family| interval(family) < 3)
        .collect();
    // These two differ from the leaflets: little is known to wait for them in a garden's soil.
    assert_eq!(shorter, ["daisy", "grass"]);
}

/// What people forget (common practice; APG IV for the botany): one family each.
#[test]
fn the_families_that_gardeners_forget_are_one_family() {
    let family = |crop: &str| Catalogue::standard().crop(crop).map(|crop| crop.family.as_str());
    for crop in ["radish", "turnip", "kohlrabi", "kale", "rocket", "mustard"] {
        assert_eq!(family(crop), Some("cabbage"), "{crop}");
    }
    for crop in ["potato", "tomato", "pepper", "aubergine"] {
        assert_eq!(family(crop), Some("nightshade"), "{crop}");
    }
    for crop in ["beet", "chard", "spinach"] {
        assert_eq!(family(crop), Some("beet"), "{crop}");
    }
    for crop in ["carrot", "parsnip", "parsley", "dill", "coriander", "celery", "fennel"] {
        assert_eq!(family(crop), Some("carrot"), "{crop}");
    }
}
