//! A garden of its own weather to grow in, and what is done to it.

use crate::common::known;
use crate::common::{TODAY, garden_with, patch_in};
use jiff::civil::{Date, date};
use sparrow_core::catalogue::{Catalogue, Crop, Way};
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::replan::PatchChange;
use sparrow_core::change::season::SeasonChange;
use sparrow_core::growth::growing::Growing;
use sparrow_core::reckon::season::{SeasonView, view};
use sparrow_core::season::course::{Course, course};
use sparrow_facts::almanac::Monthly;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;
use sparrow_facts::timing::{Means, Timing};
use sparrow_facts::units::{TenthsC, Units};

/// Months of an invented place with a long mild year, so that no test hangs on a generic shape.
pub const HIGHS: [i16; 12] = [60, 80, 120, 165, 205, 240, 265, 260, 225, 165, 105, 70];
pub const LOWS: [i16; 12] = [-10, 0, 25, 55, 95, 125, 145, 140, 110, 70, 30, 0];

pub fn mild() -> Monthly {
    Monthly { high: HIGHS.map(TenthsC), low: LOWS.map(TenthsC) }
}

pub fn garden() -> Garden {
    let mut garden = garden_with(2, Units::Imperial);
    garden.beds[0].braces.clear();
    change(&mut garden, &[SeasonChange::TakeMonths { months: mild() }]);
    garden
}

pub fn change(garden: &mut Garden, changes: &[SeasonChange]) {
    carry_out(garden, Catalogue::standard(), &Command::Season { changes: changes.to_vec() }, TODAY).expect("it can be said");
}

pub fn replan(garden: &mut Garden, changes: Vec<PatchChange>, follow: bool) -> Result<usize, String> {
    let command = Command::Replan { changes, follow };
    carry_out(garden, Catalogue::standard(), &command, TODAY).map(|edits| edits.len()).map_err(|why| why.to_string())
}

pub fn crop(key: &str, way: &str) -> (&'static Crop, &'static Way) {
    let crop = Catalogue::standard().crop(key).expect("a crop of the catalogue");
    (crop, crop.way(way).expect("one of its ways"))
}

#[allow(clippy::too_many_arguments, reason = "a planting told in one line")]
pub fn put(garden: &mut Garden, key: &str, way: &str, rect: Rect, from: Date, until: Date) -> PatchId {
    let patch = Patch { from, until, ..patch_in(garden, key, way, rect) };
    garden.patches.push(patch.clone());
    patch.id
}

pub fn course_of(garden: &Garden, id: PatchId) -> Course {
    let patch = garden.patch(id).expect("it is there");
    let (crop, way) = crop(&patch.planted.crop, &patch.planted.way);
    course(known(garden), Growing::of(patch, crop, way), patch).expect("its bed is there")
}

pub fn season(garden: &Garden, on: Date) -> SeasonView {
    view(known(garden), on)
}

pub const FOUR: Rect = Rect { x: 0, y: 0, w: 4, h: 4 };

/// A cabbage with chard raised on the shelf after it, as an own worked example: the cabbage to be out on 10 July, the chard wanted on
/// 12 July, its seedlings 4 to 5 weeks old then, so sown on 10 June (4½ weeks, 31 days before).
pub fn cabbage_then_chard() -> (Garden, PatchId, PatchId) {
    let mut garden = garden();
    let cabbage = put(&mut garden, "cabbage", "head", FOUR, date(2027, 4, 10), date(2027, 7, 10));
    let chard = put(&mut garden, "chard", "leaf", FOUR, date(2027, 7, 12), date(2027, 10, 20));
    let timing = Timing { means: Some(Means::Shelf), ..Timing::default() };
    replan(&mut garden, vec![PatchChange::Timing { patch: chard, timing }], false).expect("chard can be raised");
    (garden, cabbage, chard)
}
