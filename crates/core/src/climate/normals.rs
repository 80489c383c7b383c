//! What is usual on each day, when only the twelve months' means are known?
//!
//! M. D. Rymes, D. R. Myers, Mean preserving algorithm for smoothly interpolating averaged data, Solar
//! Energy 71, 2001: days begin as steps of their month's mean; again and again each day becomes the mean
//! of itself and its neighbours, and each month is lifted back to its mean. Here in the periodic form.

use jiff::civil::Date;

/// Days of a year as they are counted here.
pub const DAYS: usize = 365;

/// Rounds of smoothing. The authors take as many as there are points; a fifth of them is as smooth to
/// the tenth of a degree, checked by a test, and leaves the reckoning quick.
const ROUNDS: usize = 80;

const MONTH_DAYS: [usize; 12] = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/// The number of a day in a year of 365 days, from 0.
///
/// ```
/// use sparrow_core::climate::normals::day_index;
/// use jiff::civil::date;
/// assert_eq!(day_index(date(2027, 1, 1)), 0);
/// assert_eq!(day_index(date(2028, 2, 29)), day_index(date(2028, 2, 28)));
/// assert_eq!(day_index(date(2028, 12, 31)), 364);
/// ```
pub fn day_index(day: Date) -> usize {
    let before: usize = MONTH_DAYS[..usize::try_from(day.month() - 1).unwrap_or(0)].iter().sum();
    let in_month = usize::try_from(day.day()).unwrap_or(1).min(MONTH_DAYS[usize::try_from(day.month() - 1).unwrap_or(0)]);
    before + in_month - 1
}

/// A value for each day of the year, smooth, whose mean over each month is that month's.
pub fn daily_normals(months: &[f64; 12]) -> Vec<f64> {
    let mut days: Vec<f64> = MONTH_DAYS.iter().zip(months).flat_map(|(days, mean)| std::iter::repeat_n(*mean, *days)).collect();
    let mut smooth = days.clone();
    for _ in 0..ROUNDS {
        for day in 1..DAYS - 1 {
            smooth[day] = (days[day - 1] + days[day] + days[day + 1]) / 3.0;
        }
        smooth[0] = (days[DAYS - 1] + days[0] + days[1]) / 3.0;
        smooth[DAYS - 1] = (days[DAYS - 2] + days[DAYS - 1] + days[0]) / 3.0;
        std::mem::swap(&mut days, &mut smooth);
        keep_means(&mut days, months);
    }
    days
}

/// The means of the twelve months of a year of days.
pub fn monthly_means(days: &[f64]) -> [f64; 12] {
    let mut from = 0;
    MONTH_DAYS.map(|length| {
        let mean = days[from..from + length].iter().sum::<f64>() / length as f64;
        from += length;
        mean
    })
}

fn keep_means(days: &mut [f64], months: &[f64; 12]) {
    let mut from = 0;
    for (length, mean) in MONTH_DAYS.iter().zip(months) {
        let month = &mut days[from..from + length];
        let lift = mean - month.iter().sum::<f64>() / *length as f64;
        month.iter_mut().for_each(|day| *day += lift);
        from += length;
    }
}
