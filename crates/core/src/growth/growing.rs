//! What is grown, and how? A crop, its way, how it comes to the ground, and the days its packet gives.

use crate::catalogue::{Catalogue, CountedFrom, Crop, Figures, Life, LotLife, Method, Way};
use crate::growth::size;
use crate::seed::chance::Belief;
use jiff::civil::Date;
use sparrow_facts::patch::Patch;
use sparrow_facts::timing::Means;

/// One crop as it is grown.
#[derive(Debug, Clone, Copy)]
pub struct Growing<'a> {
    /// The crop.
    pub crop: &'a Crop,
    /// The way of growing it.
    pub way: &'a Way,
    /// How it comes to the ground.
    pub means: Means,
    /// The packet's days, counted from where the way counts them \[days\].
    pub packet: f64,
    /// The day on which it was seen to be up where it was sown.
    pub up: Option<Date>,
    /// The day on which it is to be sown or planted, where that is planned.
    pub sown: Option<Date>,
}

impl<'a> Growing<'a> {
    /// A crop that starts in a given way, with the catalogue's days.
    pub fn by(crop: &'a Crop, way: &'a Way, means: Means) -> Self {
        Growing { crop, way, means, packet: printed(way), up: None, sown: None }
    }

    /// A crop as it usually starts.
    pub fn usual(crop: &'a Crop, way: &'a Way) -> Self {
        Growing::by(crop, way, usual_means(crop, way))
    }

    /// A patch's crop, with what its household says of the start and of the packet.
    pub fn of(patch: &Patch, crop: &'a Crop, way: &'a Way) -> Self {
        let usual = Growing::usual(crop, way);
        Growing {
            means: patch.timing.means.unwrap_or(usual.means),
            packet: patch.timing.packet.map_or(usual.packet, f64::from),
            sown: Some(patch.timing.sown.unwrap_or(patch.from)),
            ..usual
        }
    }

    /// The same out of the catalogue; nothing when it does not know the crop or the way.
    pub fn find(catalogue: &'a Catalogue, patch: &Patch) -> Option<Self> {
        let crop = catalogue.crop(&patch.planted.crop)?;
        Some(Growing::of(patch, crop, crop.way(&patch.planted.way)?))
    }

    /// What is known of its season.
    pub fn figures(&self) -> &'a Figures {
        &self.way.season
    }

    /// What is believed of the share of its seed that comes up: of the lot in the tin that is sown, else of seed that is bought.
    pub fn seed(&self) -> Belief {
        let bought = || Belief::known(f64::from(self.crop.germinates) / 100.0);
        self.lot().zip(self.sown).map_or_else(bought, |(lot, day)| lot.on_day(day))
    }

    /// The lot in the tin that is sown, where its day is planned.
    pub(crate) fn lot(&self) -> Option<&'a LotLife> {
        self.way.lot_on(self.crop, self.sown?)
    }

    /// Whether its seed was dressed, coated or primed before it was sold: the variety's packets are, or the lot is.
    pub fn is_treated(&self) -> bool {
        let packet = self.way.variety.as_ref().is_some_and(|variety| variety.treated.is_some());
        packet || self.lot().is_some_and(|lot| lot.is_treated)
    }

    /// The middle of its weeks under cover \[days\]; of a crop that is never raised so, what one might take.
    pub fn shelf_days(&self) -> i64 {
        let [least, most] = self.figures().indoors.unwrap_or([4, 6]);
        (i64::from(least) + i64::from(most)) * 7 / 2
    }

    /// Whether one sowing is picked or cut again and again.
    pub fn picked_again(&self) -> bool {
        self.crop.picked_again(self.way)
    }

    /// A clump that stays for years, which is not waited for in one.
    pub fn stays(&self) -> bool {
        self.crop.life == Life::Perennial && self.way.book_days()[0] >= 300
    }

    /// Whether it is raised or bought as a young plant.
    pub fn is_raised(&self) -> bool {
        matches!(self.means, Means::Shelf | Means::Bought)
    }
}

/// How a crop usually comes to the ground: sets where there is no seed to sow, the shelf for what is
/// always transplanted or is counted from then, the bed itself for all else.
pub fn usual_means(crop: &Crop, way: &Way) -> Means {
    let figures = &way.season;
    match crop.method {
        // Clumps that stay are divided or bought once, not raised every year.
        _ if figures.sprout.is_none() || size::is_settled(crop, way) => Means::Set,
        Method::Direct => Means::Direct,
        _ if figures.indoors.is_none() => Means::Direct,
        Method::Transplant => Means::Shelf,
        Method::Either if way.book_counted_from() == CountedFrom::Transplanting => Means::Shelf,
        Method::Either => Means::Direct,
    }
}

/// The middle of the range the catalogue gives for a packet \[days\].
pub(super) fn printed(way: &Way) -> f64 {
    (f64::from(way.days[0]) + f64::from(way.days[1])) / 2.0
}
