//! How many seeds go into a hole, and how many holes are sown, so that a stand is filled? Sums over a share that comes up, which is
//! itself known only so well.

use serde::Serialize;
use statrs::distribution::{Beta, Binomial, ContinuousCDF, DiscreteCDF};

/// What is believed of the share of a lot of seed that comes up: as if so many had been seen to come up, and so many not.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Belief {
    /// Came up.
    pub up: f64,
    /// Did not.
    pub down: f64,
}

/// No share is taken for nothing or for all \[share\].
const EDGE: f64 = 0.005;
/// The worth of a share that is taken as known \[seeds\].
const KNOWN: f64 = 1e6;
/// Pieces into which what is believed is cut where it is summed over.
const PIECES: u32 = 64;

impl Belief {
    /// A share as if so many seeds had been tried.
    pub fn of(share: f64, worth: f64) -> Belief {
        let share = share.clamp(EDGE, 1.0 - EDGE);
        Belief { up: share * worth, down: (1.0 - share) * worth }
    }

    /// A share that is taken as it is told.
    pub fn known(share: f64) -> Belief {
        Belief::of(share, KNOWN)
    }

    /// After a test: so many laid out, so many of them up.
    pub fn tested(self, sown: u16, up: u16) -> Belief {
        Belief { up: self.up + f64::from(up), down: self.down + f64::from(sown.saturating_sub(up)) }
    }

    /// How many seeds it is worth.
    pub fn worth(self) -> f64 {
        self.up + self.down
    }

    /// The share that is expected to come up.
    pub fn share(self) -> f64 {
        self.up / self.worth()
    }

    /// Between which shares it lies with a certainty: 0.9 leaves one chance in twenty below and one above.
    pub fn between(self, certainty: f64) -> [f64; 2] {
        let tail = (1.0 - certainty) / 2.0;
        [tail, 1.0 - tail].map(|below| self.quantile(below))
    }

    fn quantile(self, below: f64) -> f64 {
        Beta::new(self.up, self.down).map_or(self.share(), |beta| beta.inverse_cdf(below))
    }

    /// The chance that none of so many seeds comes up: that a hole stays empty.
    ///
    /// ```
    /// use sparrow_core::seed::chance::Belief;
    /// // Two a hole of which 84 in a hundred come up each leave 97 of 100 holes filled.
    /// assert_eq!(((1.0 - Belief::known(0.84).empty(2)) * 100.0).round(), 97.0);
    /// // What was seen of few seeds leaves more empty than the same share of many.
    /// assert!(Belief::of(0.5, 4.0).empty(2) > Belief::of(0.5, 100.0).empty(2));
    /// ```
    pub fn empty(self, seeds: u32) -> f64 {
        (0..seeds).map(|n| (self.down + f64::from(n)) / (self.worth() + f64::from(n))).product()
    }

    /// The chance that of some holes, so many seeds in each, at least a stand is filled.
    pub fn fills(self, holes: u32, seeds: u32, stand: u32) -> f64 {
        fills(&self.filled(seeds), holes, stand)
    }

    /// The share of holes that are filled by so many seeds in each, in pieces that are equally likely.
    fn filled(self, seeds: u32) -> Vec<f64> {
        let seeds = i32::try_from(seeds).unwrap_or(i32::MAX);
        let share = |n: u32| self.quantile((f64::from(n) + 0.5) / f64::from(PIECES));
        (0..PIECES).map(|n| (1.0 - (1.0 - share(n)).powi(seeds)).clamp(0.0, 1.0)).collect()
    }
}

fn fills(filled: &[f64], holes: u32, stand: u32) -> f64 {
    if stand == 0 || stand > holes {
        return if stand == 0 { 1.0 } else { 0.0 };
    }
    let enough = |share: &f64| Binomial::new(*share, holes.into()).map_or(0.0, |all| all.sf(u64::from(stand) - 1));
    filled.iter().map(enough).sum::<f64>() / filled.len() as f64
}

/// How many seeds a hole leave no more than a share of holes empty; the most where no number does.
pub fn seeds_a_hole(belief: Belief, empty: f64, most: u32) -> u32 {
    (1..most).find(|seeds| belief.empty(*seeds) <= empty).unwrap_or(most)
}

/// How many holes are sown, so many seeds in each, that a stand is filled with a certainty; nothing where more than
/// ten times the stand would not do.
pub fn holes_for(belief: Belief, stand: u32, seeds: u32, certainty: f64) -> Option<u32> {
    let filled = belief.filled(seeds);
    let enough = |holes: u32| fills(&filled, holes, stand) >= certainty;
    let (mut low, mut high) = (stand, stand.saturating_mul(10));
    if !enough(high) {
        return None;
    }
    while low < high {
        let middle = low + (high - low) / 2;
        if enough(middle) { high = middle } else { low = middle + 1 }
    }
    Some(low)
}
