//! What seed does a household have? The lots of its tin at the ways they are for.

use crate::catalogue::book::Catalogue;
use crate::catalogue::crop::{Crop, Way};
use crate::catalogue::seeds::LotLife;
use jiff::civil::Date;
use sparrow_facts::seed_lot::{SeedAmount, SeedLot};

impl Crop {
    /// How many seeds there are of an amount, or pieces where it is planted, least and most; nothing where it is weighed and nobody knows.
    pub fn many(&self, amount: SeedAmount, planted: bool) -> Option<[u32; 2]> {
        match amount {
            SeedAmount::Count { pieces } => Some([pieces; 2]),
            SeedAmount::Weight { mg } if planted => self
                .piece_grams
                .map(|[light, heavy]| [heavy, light].map(|grams| (f64::from(mg) / 1000.0 / f64::from(grams)).floor() as u32)),
            SeedAmount::Weight { mg } => self.seed.as_ref().map(|seed| seed.many(mg)),
        }
    }

    /// What so many seeds weigh, or pieces where it is planted \[mg\], least and most; nothing where nobody knows.
    pub fn weigh(&self, many: u32, planted: bool) -> Option<[u32; 2]> {
        let many = f64::from(many);
        if planted {
            return self.piece_grams.map(|grams| grams.map(|grams| (many * f64::from(grams) * 1000.0).ceil() as u32));
        }
        let [few, lots] = self.seed.as_ref()?.per_gram;
        Some([lots, few].map(|per| (many / f64::from(per) * 1000.0).ceil() as u32))
    }

    /// The share that usually comes up of fresh seed: half way from the least it is sold with to all of it (common practice).
    pub fn fresh(&self) -> f64 {
        (100.0 + f64::from(self.germinates)) / 200.0
    }

    /// Whether a lot of it is what is planted, as cloves or sets, and not seed.
    pub fn is_planted(&self, lot: &SeedLot) -> bool {
        self.planted_as.is_some() && (lot.planted || self.seed.is_none())
    }

    /// What a lot of its seed tells of what comes up; nothing for what is not grown from seed.
    pub fn life(&self, lot: &SeedLot) -> Option<LotLife> {
        self.seed.as_ref().filter(|_| !self.is_planted(lot)).map(|seed| seed.life(lot, self.fresh()))
    }
}

impl Way {
    /// The lot that is sown of it on a day: the oldest one that is not too old; nothing where there is none.
    pub fn lot_on(&self, crop: &Crop, day: Date) -> Option<&LotLife> {
        self.lots.iter().find(|life| !life.is_too_old(day, crop.fresh()))
    }
}

impl Catalogue {
    /// Says at each way what lots of seed there are for it, the oldest first; what has a variety is of that one alone.
    pub(super) fn fill_the_tin(&mut self, lots: &[SeedLot]) {
        let mut all: Vec<&SeedLot> = lots.iter().filter(|lot| !lot.amount.is_nothing()).collect();
        all.sort_by_key(|lot| (lot.packed, lot.id));
        for lot in all {
            let Some(crop) = self.crops.iter_mut().find(|crop| crop.key == lot.crop) else { continue };
            let Some(life) = crop.life(lot) else { continue };
            let of = |way: &&mut Way| way.variety.as_ref().map(|variety| variety.id) == lot.variety;
            crop.ways.iter_mut().filter(of).for_each(|way| way.lots.push(life));
        }
    }
}
