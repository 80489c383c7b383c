//! How fast does seed die in its packet? The share that comes up falls as the tail of a normal distribution does: by so many probits
//! a year, faster where it is warm and damp.
//!
//! Ellis and Roberts, Annals of Botany 45, 1980.

use crate::seed::chance::Belief;
use statrs::distribution::{ContinuousCDF, Normal};

/// The constants of the viability equation for a species.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Viability {
    /// Of the species.
    pub ke: f64,
    /// Of moisture.
    pub cw: f64,
    /// Of temperature.
    pub ch: f64,
    /// Of its square.
    pub cq: f64,
}

impl Viability {
    /// Days in which seed loses one probit, at its moisture \[% of its fresh weight\] and temperature \[°C\].
    ///
    /// ```
    /// use sparrow_core::seed::ageing::Viability;
    /// // Barley, with the constants of Ellis and Roberts 1980 (from memory): at 10 % and 20 °C it loses a probit in some three and a half years.
    /// let barley = Viability { ke: 9.983, cw: 5.896, ch: 0.040, cq: 0.000428 };
    /// assert_eq!(barley.days_a_probit(10.0, 20.0).round(), 1306.0);
    /// ```
    pub fn days_a_probit(self, moisture: f64, temperature: f64) -> f64 {
        let log = self.ke - self.cw * moisture.log10() - self.ch * temperature - self.cq * temperature * temperature;
        10f64.powf(log)
    }
}

/// A share as probits: 0 is one half, 1 is 84 in a hundred.
pub fn probit(share: f64) -> f64 {
    Normal::standard().inverse_cdf(share.clamp(1e-6, 1.0 - 1e-6))
}

/// The share of so many probits.
pub fn share(probit: f64) -> f64 {
    Normal::standard().cdf(probit)
}

/// In a year what was learnt of a lot beyond the usual is worth half as much.
const FORGOTTEN: f64 = 0.5;

/// What is believed of a lot some days later, when it loses a probit in so many: its share falls, and what a test said is worth less,
/// down to `least` seeds.
pub fn later(belief: Belief, days: f64, days_a_probit: f64, least: f64) -> Belief {
    let days = days.max(0.0);
    let fallen = share(probit(belief.share()) - days / days_a_probit.max(1.0));
    let beyond = (belief.worth() - least).max(0.0);
    Belief::of(fallen, belief.worth().min(least) + beyond * FORGOTTEN.powf(days / 365.25))
}
