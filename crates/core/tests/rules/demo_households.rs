//! The two invented households stand on the product's own rules.

use crate::common::known_on;
use jiff::civil::date;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::verify::verify;
use sparrow_core::reckon::day::reckon;
use sparrow_core::rules::reason::{Reason, Weight};
use sparrow_demo::{quillet_lane, tern_court};

#[test]
fn both_households_can_be_laid_out_whatever_the_day() {
    for today in [date(2026, 1, 1), date(2026, 11, 23), date(2027, 6, 30), date(2028, 2, 29), date(2030, 12, 31)] {
        for garden in [quillet_lane(today), tern_court(today)] {
            let garden = garden.unwrap_or_else(|refusal| panic!("{today}: {refusal}"));
            assert_eq!(verify(&garden, Catalogue::standard()), Ok(()), "{today}: {}", garden.site.name);
        }
    }
}

#[test]
fn quillet_lane_shows_a_bad_habit_and_a_company_clash() {
    let today = date(2026, 11, 23);
    let garden = quillet_lane(today).unwrap();
    let reckoning = reckon(known_on(&garden, today), date(2027, 6, 14));
    let settle: Vec<_> = reckoning.findings.iter().filter(|finding| finding.weight == Weight::Settle).collect();
    assert!(settle.iter().any(
        |finding| matches!(&finding.reason, Reason::TooSoon { stand, .. } if stand.family == "nightshade" && stand.year == 2026)
    ));
    assert!(settle.iter().any(|finding| matches!(&finding.reason, Reason::Company { contradicted: true, .. })));
    for bed in &reckoning.beds {
        let drawn: u32 = reckoning
            .patches
            .iter()
            .filter(|patch| patch.stands && garden.patch(patch.patch).unwrap().bed == bed.bed)
            .map(|patch| patch.holes.len() as u32 * patch.sum.per_hole)
            .sum();
        assert_eq!(bed.plants, drawn, "the tally equals what is drawn");
    }
}
