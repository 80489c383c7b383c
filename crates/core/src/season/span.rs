//! When does a new patch usually stand, until its household says otherwise?

use super::course::{Means, adds, usual_means};
use super::figures::figures;
use super::grower::Grower;
use super::window::windows;
use crate::bed::BedId;
use crate::calendar;
use crate::crop::{Crop, Hardiness, Life, Way};
use crate::garden::Garden;
use jiff::ToSpan;
use jiff::civil::Date;

/// Days between ripe and cleared; nobody lifts a whole bed on one evening.
const TO_CLEAR: i64 = 7;

/// Days before the even-chance last frost from which anything is usually begun (common practice: four to six weeks).
const EARLIEST: i64 = 35;

/// The first and last day a new patch of a growing year is taken to stand in a bed, or in open ground.
///
/// It starts on the first day of the year's first window on which the soil is as warm as it had better be, but
/// not more than five weeks before the even-chance last frost, since what is sown in the cold hardly gains on it,
/// and stands until it has been picked for its usual time, tender crops no longer than to the even-chance first
/// frost. Where the year has no window for it, the coarse days of [`calendar::usual_span`] are taken.
pub fn usual_span(garden: &Garden, crop: &Crop, way: &Way, bed: Option<BedId>, year: i16) -> (Date, Date) {
    let coarse = calendar::usual_span(&garden.site, crop, way, year);
    if crop.life == Life::Perennial && crop.hardiness == Hardiness::Hardy && way.days[0] >= 300 {
        return coarse;
    }
    let grower = Grower::of(garden);
    let (means, adds) = (usual_means(crop, way), bed.and_then(|id| garden.bed(id)).map_or(0.0, |bed| adds(garden, bed)));
    let found = windows(&grower, garden.almanac.appetite, (crop, way, means), year, adds);
    let Some(window) = found.first() else { return coarse };
    let hemisphere = garden.site.latitude.hemisphere();
    let earliest = garden.site.frost.map(|frost| calendar::in_year(frost.last, year, hemisphere).saturating_sub(EARLIEST.days()));
    let from = window.better.unwrap_or(window.from).max(earliest.unwrap_or(window.from).min(window.until));
    (from, stands_until(garden, &grower, (crop, way, means), adds, from).unwrap_or(coarse.1.max(from)))
}

/// The last day a patch is taken to stand that starts on a given day; nothing when it never ripens.
pub fn usual_end(garden: &Garden, crop: &Crop, way: &Way, bed: BedId, from: Date) -> Option<Date> {
    let grower = Grower::of(garden);
    let adds = garden.bed(bed).map_or(0.0, |bed| adds(garden, bed));
    stands_until(garden, &grower, (crop, way, usual_means(crop, way)), adds, from)
}

fn stands_until(
    garden: &Garden,
    grower: &Grower,
    (crop, way, means): (&Crop, &Way, Means),
    adds: f64,
    from: Date,
) -> Option<Date> {
    let ripening = grower.ripening(crop, way, means, from, adds)?;
    let known = figures(crop, way);
    let picked = if crop.pick_every.is_some() { i64::from(known.picked) } else { 0 };
    let until = ripening.ripe.saturating_add((picked + TO_CLEAR).days());
    let hemisphere = garden.site.latitude.hemisphere();
    let year = calendar::growing_year(from, hemisphere);
    let (_, last) = calendar::year_span(year, hemisphere);
    let frost = garden.site.frost.map(|frost| calendar::in_year(frost.first, year, hemisphere));
    let end = match frost {
        _ if known.winters => until,
        Some(frost) if crop.hardiness == Hardiness::Tender => frost.max(ripening.ripe),
        _ => last.max(ripening.ripe),
    };
    Some(until.min(end))
}
