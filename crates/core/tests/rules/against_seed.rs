//! Seed against the outside: how many there are in an ounce and how long it keeps, by a handbook's tables; the viability equation by
//! its authors' constants; sums of chance by another library's distributions.

use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::seed::ageing::{Viability, later, probit, share};
use sparrow_core::seed::chance::{Belief, holes_for, seeds_a_hole};
use sparrow_facts::seed_lot::SeedKept;
use statrs::distribution::{Binomial, DiscreteCDF};
use statrs::function::beta::ln_beta;
use statrs::function::factorial::ln_binomial;

/// Seeds in an ounce and years for which seed keeps under favourable conditions: D. N. Maynard, G. J. Hochmuth, Knott's Handbook for
/// Vegetable Growers, 5th edition, 2007. From memory.
const HANDBOOK: [(&str, f64, u8); 30] = [
    ("asparagus", 700.0, 3),
    ("beet", 1600.0, 4),
    ("broccoli", 9000.0, 3),
    ("brussels-sprout", 9000.0, 4),
    ("cabbage", 9000.0, 4),
    ("carrot", 23_000.0, 3),
    ("cauliflower", 9000.0, 4),
    ("celery", 72_000.0, 3),
    ("chard", 1200.0, 4),
    ("chicory", 27_000.0, 4),
    ("cucumber", 1100.0, 5),
    ("aubergine", 6500.0, 4),
    ("endive", 27_000.0, 5),
    ("kale", 9000.0, 4),
    ("leek", 11_000.0, 2),
    ("lettuce", 25_000.0, 6),
    ("melon", 1200.0, 5),
    ("mustard", 15_000.0, 4),
    ("okra", 500.0, 2),
    ("onion", 9500.0, 1),
    ("parsley", 18_000.0, 1),
    ("parsnip", 12_000.0, 1),
    ("pepper", 4500.0, 2),
    ("radish", 2000.0, 5),
    ("salsify", 1900.0, 1),
    ("spinach", 2800.0, 3),
    ("swede", 12_000.0, 4),
    ("tomato", 11_400.0, 4),
    ("turnip", 15_000.0, 4),
    ("watermelon", 225.0, 4),
];

const OUNCE: f64 = 28.349_523;

#[test]
fn seeds_in_an_ounce_and_years_of_keeping_are_the_handbook_s() {
    let catalogue = Catalogue::standard();
    for (key, ounce, years) in HANDBOOK {
        let seed = catalogue.crop(key).unwrap().seed.as_ref().unwrap();
        let [least, most] = seed.per_gram.map(f64::from);
        let printed = ounce / OUNCE;
        assert!(least * 0.99 <= printed && printed <= most * 1.01, "{key}: {printed:.1} a gram, ours {least} to {most}");
        assert_eq!(seed.years, years, "{key}");
    }
}

/// Pieces of seed potato weigh 1½ to 2 oz: the same handbook's table of seed pieces. From memory.
#[test]
fn a_piece_of_seed_potato_weighs_what_the_handbook_cuts() {
    let [light, heavy] = Catalogue::standard().crop("potato").unwrap().piece_grams.unwrap().map(f64::from);
    assert!(light <= 1.5 * OUNCE && 2.0 * OUNCE <= heavy, "{light} to {heavy} g");
}

/// The constants as they are printed for barley and onion (R. H. Ellis, E. H. Roberts, Annals of Botany 45, 1980, and Annals of Botany
/// 50, 1982); the values follow from the equation, worked with a slide of logarithms beside it. From memory.
#[test]
fn the_viability_equation_gives_what_its_constants_give() {
    let barley = Viability { ke: 9.983, cw: 5.896, ch: 0.040, cq: 0.000428 };
    // log10 of the days: 9.983 - 5.896 × 1.1761 - 0.8 - 0.1712 = 2.0776 at 15 % and 20 °C.
    assert!((barley.days_a_probit(15.0, 20.0).log10() - 2.0776).abs() < 0.001);
    let onion = Viability { ke: 6.975, cw: 3.470, ch: 0.040, cq: 0.000428 };
    // 6.975 - 3.470 × 0.9031 - 0.2 - 0.0107 = 3.6306 at 8 % and 5 °C.
    assert!((onion.days_a_probit(8.0, 5.0).log10() - 3.6306).abs() < 0.001);
    // The rule of thumb of J. F. Harrington (from memory): a hundredth of moisture less, or 5 °C less, about doubles the life.
    for species in [barley, onion] {
        let drier = species.days_a_probit(9.0, 20.0) / species.days_a_probit(10.0, 20.0);
        let colder = species.days_a_probit(10.0, 20.0) / species.days_a_probit(10.0, 25.0);
        assert!((1.4..2.1).contains(&drier) && (1.7..2.3).contains(&colder), "{drier:.2} {colder:.2}");
    }
    assert!((share(probit(0.84)) - 0.84).abs() < 1e-9 && probit(0.5).abs() < 1e-9);
}

#[test]
fn where_the_constants_are_known_they_tell_much_the_same_as_the_table() {
    let catalogue = Catalogue::standard();
    for key in ["onion", "lettuce", "cowpea"] {
        let crop = catalogue.crop(key).unwrap();
        let (seed, fresh) = (crop.seed.as_ref().unwrap(), crop.fresh());
        let days = (probit(fresh) - probit(fresh / 2.0)) * seed.days_a_probit(SeedKept::Drawer, fresh);
        let years = days / 365.25;
        assert!((0.7..1.6).contains(&(years / f64::from(seed.years))), "{key}: {years:.1}, the table has {}", seed.years);
        assert!(seed.days_a_probit(SeedKept::Jar, fresh) > 4.0 * seed.days_a_probit(SeedKept::Drawer, fresh), "{key}");
        assert!(seed.days_a_probit(SeedKept::Shed, fresh) < 0.6 * seed.days_a_probit(SeedKept::Drawer, fresh), "{key}");
    }
}

#[test]
fn half_of_what_came_up_fresh_comes_up_after_the_years_of_the_table() {
    for crop in Catalogue::standard()
        .crops
        .iter()
        .filter(|crop| !["onion", "spring-onion", "lettuce", "cowpea"].contains(&crop.key.as_str()))
    {
        let Some(seed) = &crop.seed else { continue };
        let fresh = crop.fresh();
        let after =
            later(Belief::of(fresh, 10.0), f64::from(seed.years) * 365.25, seed.days_a_probit(SeedKept::Drawer, fresh), 10.0);
        assert!((after.share() - fresh / 2.0).abs() < 0.01, "{}: {} of {fresh}", crop.key, after.share());
    }
}

/// The chance of at least `stand` of `holes` where the share is Beta: the beta-binomial distribution, summed term by term.
fn beta_binomial(belief: Belief, holes: u32, stand: u32) -> f64 {
    let term = |k: u32| {
        let (n, k) = (u64::from(holes), u64::from(k));
        (ln_binomial(n, k) + ln_beta(belief.up + k as f64, belief.down + (n - k) as f64) - ln_beta(belief.up, belief.down)).exp()
    };
    (stand..=holes).map(term).sum()
}

#[test]
fn a_share_that_is_known_fills_as_the_binomial_distribution_and_one_that_is_not_as_the_beta_binomial() {
    for share in [0.3, 0.55, 0.84, 0.97] {
        let known = Belief::known(share);
        for (holes, stand) in [(10, 8), (40, 30), (200, 150)] {
            let filled: f64 = 1.0 - (1.0 - share) * (1.0 - share);
            let exact = Binomial::new(filled, holes.into()).unwrap().sf(u64::from(stand) - 1);
            assert!((known.fills(holes, 2, stand) - exact).abs() < 0.003, "{share} {holes} {stand}");
        }
        for worth in [10.0, 30.0] {
            let belief = Belief::of(share, worth);
            for (holes, stand) in [(10, 5), (40, 20), (200, 120)] {
                let exact = beta_binomial(belief, holes, stand);
                assert!((belief.fills(holes, 1, stand) - exact).abs() < 0.01, "{share} {worth} {holes} {stand}: {exact}");
            }
        }
    }
}

#[test]
fn a_test_of_ten_seeds_is_told_with_the_doubt_that_ten_seeds_leave() {
    // Nine of ten up, on a belief of ten seeds' worth: between 67 and 94 of a hundred, by the Beta distribution's quantiles
    // (SciPy 1.17.1: beta.ppf([0.05, 0.95], 16.5, 3.5) for 7.5 of 10 believed before).
    let [low, high] = Belief::of(0.75, 10.0).tested(10, 9).between(0.9);
    assert!((low - 0.672).abs() < 0.01 && (high - 0.941).abs() < 0.01, "{low:.3} {high:.3}");
    let [less, more] = Belief::of(0.75, 10.0).tested(100, 90).between(0.9);
    assert!(more - less < (high - low) * 0.6, "a hundred leave less doubt");
}

proptest! {
    #[test]
    fn prop_more_certainty_never_takes_less_and_better_seed_never_takes_more(
        share in 0.1..0.98f64, better in 0.0..0.2f64, stand in 1..120u32, seeds in 1..4u32, sure in 0.5..0.9f64, surer in 0.0..0.09f64,
    ) {
        let (seed, other) = (Belief::of(share, 30.0), Belief::of(share + better, 30.0));
        if let Some(surely) = holes_for(seed, stand, seeds, sure + surer) {
            let fewer = holes_for(seed, stand, seeds, sure);
            prop_assert!(fewer.is_some_and(|fewer| (stand..=surely).contains(&fewer)));
            prop_assert!(holes_for(other, stand, seeds, sure + surer).is_some_and(|holes| holes <= surely));
            prop_assert!(holes_for(seed, stand, seeds + 1, sure + surer).is_some_and(|holes| holes <= surely));
        }
        prop_assert!(seeds_a_hole(other, 0.1, 9) <= seeds_a_hole(seed, 0.1, 9));
        prop_assert!(seeds_a_hole(seed, 0.05, 9) >= seeds_a_hole(seed, 0.1, 9));
    }

    #[test]
    fn prop_seed_never_gets_better_with_age(share in 0.1..0.99f64, days in 0.0..4000.0f64, more in 0.0..1000.0f64, probit in 60.0..4000.0f64) {
        let new = Belief::of(share, 25.0);
        let (sooner, later) = (later(new, days, probit, 10.0), later(new, days + more, probit, 10.0));
        prop_assert!(later.share() <= sooner.share() + 1e-9 && later.worth() <= sooner.worth() + 1e-9);
    }
}
