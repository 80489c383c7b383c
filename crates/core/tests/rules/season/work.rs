//! The work through the year, its risks, and the demo household’s year.

use super::ground::{FOUR, cabbage_then_chard, garden, put, replan, season};
use crate::common::TODAY;
use jiff::civil::{Date, date};
use sparrow_core::change::replan::PatchChange;
use sparrow_core::season::course::Trouble;
use sparrow_core::season::risk::Harm;
use sparrow_demo::quillet_lane;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;
use sparrow_facts::timing::{Means, Timing};

#[test]
fn the_needles_night_threatens_the_tender_and_covers_buy_degrees() {
    let mut garden = garden();
    let beans = put(&mut garden, "bean", "bush", FOUR, date(2027, 4, 10), date(2027, 9, 1));
    let kale = put(&mut garden, "kale", "leaf", Rect { x: 4, y: 0, w: 6, h: 6 }, date(2027, 4, 10), date(2027, 11, 30));
    let risk =
        |on: Date, patch: PatchId| season(&garden, on).at_risk.into_iter().find(|one| one.patch == patch).map(|one| one.harm);
    let Some(Harm::Cold { percent, fleece, tunnel, .. }) = risk(date(2027, 5, 8), beans) else { panic!("beans in early May") };
    assert!(percent > fleece && fleece >= tunnel && percent > 5, "{percent}, {fleece}, {tunnel}");
    assert_eq!(risk(date(2027, 7, 1), beans), None, "not in July");
    assert_eq!(risk(date(2027, 5, 8), kale), None, "kale does not mind");
}

#[test]
fn what_is_to_do_is_listed_in_its_order_with_keys_that_stay() {
    let (mut garden, cabbage, _) = cabbage_then_chard();
    let before = season(&garden, date(2027, 6, 1)).tasks;
    let keys: Vec<&str> = before.iter().map(|task| task.key.as_str()).collect();
    for key in ["patch-1-plant-out", "patch-1-clear", "patch-2-sow-inside", "patch-2-harden", "patch-2-plant-out", "patch-2-pick"]
    {
        assert!(keys.contains(&key), "{key} in {keys:?}");
    }
    assert!(before.windows(2).all(|pair| pair[0].day <= pair[1].day));
    let said = &before.iter().find(|task| task.key == "patch-2-sow-inside").expect("asserted above").said;
    assert_eq!(said, "Sow 5 cells of chard under cover, for bed 1");
    let later = PatchChange::Days { patch: cabbage, from: date(2027, 4, 12), until: date(2027, 7, 10) };
    replan(&mut garden, vec![later], true).expect("it can move");
    let after = season(&garden, date(2027, 6, 1)).tasks;
    let mut after_keys: Vec<&str> = after.iter().map(|task| task.key.as_str()).collect();
    let mut keys = keys;
    keys.sort_unstable();
    after_keys.sort_unstable();
    assert_eq!(keys, after_keys, "the same entries, some on other days");
}

#[test]
fn work_is_said_in_forms_that_fit_one_plant_and_many() {
    let mut garden = garden();
    let one = put(&mut garden, "pepper", "bush", Rect { x: 0, y: 0, w: 2, h: 2 }, date(2027, 5, 25), date(2027, 10, 1));
    let many = put(&mut garden, "pepper", "bush", Rect { x: 4, y: 0, w: 6, h: 4 }, date(2027, 5, 25), date(2027, 10, 1));
    let bought = Timing { means: Some(Means::Bought), ..Timing::default() };
    let said = |garden: &Garden, patch: PatchId| -> Vec<String> {
        let tasks = season(garden, date(2027, 6, 1)).tasks.into_iter();
        tasks.filter(|task| task.patch == patch).map(|task| task.said).collect()
    };
    let plants = |patch| said(&garden, patch).into_iter().find(|text| text.starts_with("Plant ")).expect("it is planted");
    assert_eq!(plants(one), "Plant 1 pepper out in bed 1");
    assert_eq!(plants(many), "Plant 6 peppers out in bed 1");
    assert!(said(&garden, one).contains(&"Clear the pepper from bed 1".to_string()));
    assert!(said(&garden, many).contains(&"Look for the first peppers to pick in bed 1".to_string()));
    let sown = said(&garden, one).into_iter().find(|text| text.starts_with("Sow ")).expect("it is raised");
    assert_eq!(sown, "Sow 2 cells of peppers under cover, for bed 1", "one plant of two cells, since one in five is lost");
    replan(&mut garden, vec![PatchChange::Timing { patch: one, timing: bought }], false).expect("it can be bought");
    assert_eq!(said(&garden, one)[0], "1 pepper arrives, for bed 1");
}

#[test]
fn the_demo_household_has_a_season_worth_looking_at() {
    let garden = quillet_lane(TODAY).expect("it stands on its own rules");
    let view = season(&garden, date(2027, 6, 16));
    assert!(view.hand_offs.len() >= 4 && view.hand_offs.iter().all(|one| !one.late));
    assert!(view.beds.iter().any(|band| band.lanes.iter().any(|lane| lane.bars.len() > 1)), "one lane holds two crops in turn");
    assert!(view.shelf.batches.len() >= 5 && view.weather.soil.len() == 53);
    let early =
        view.courses.iter().filter(|course| course.troubles.iter().any(|one| matches!(one, Trouble::ClearedEarly { .. })));
    assert_eq!(early.count(), 0, "nothing is planned to be cleared unripe");
    // Half squares of a lane are never used twice at one time.
    for band in &view.beds {
        for lane in &band.lanes {
            let spans: Vec<&Patch> = lane.bars.iter().filter_map(|bar| garden.patch(bar.patch)).collect();
            assert!(spans.windows(2).all(|pair| pair[0].until < pair[1].from), "{:?}", lane.bars);
        }
    }
}
