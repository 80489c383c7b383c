//! How much warmth does a day give a crop? Degree days between a base and a ceiling.

/// Between which temperatures warmth counts \[°C\].
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Thresholds {
    /// Below it nothing grows.
    pub base: f64,
    /// Above it nothing more is gained (horizontal cut-off).
    pub ceiling: f64,
}

/// Degree days of one day whose temperature runs as a sine from its low to its high \[°C d\], with a
/// horizontal cut-off at the ceiling.
///
/// G. L. Baskerville, P. Emin, Rapid estimation of heat accumulation from maximum and minimum
/// temperatures, Ecology 50, 1969; the cut-off is the heat above the base less the heat above the ceiling.
pub fn single_sine(low: f64, high: f64, within: Thresholds) -> f64 {
    above(low, high, within.base) - above(low, high, within.ceiling)
}

/// The mean excess over a threshold of a sine from `low` to `high`.
fn above(low: f64, high: f64, threshold: f64) -> f64 {
    let mean = f64::midpoint(low, high);
    if low >= threshold {
        return mean - threshold;
    }
    if high <= threshold {
        return 0.0;
    }
    let alpha = (high - low) / 2.0;
    let theta = ((threshold - mean) / alpha).asin();
    let half = std::f64::consts::FRAC_PI_2;
    ((mean - threshold) * (half - theta) + alpha * theta.cos()) / std::f64::consts::PI
}
