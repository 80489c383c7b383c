//! Prints when every crop may start at a place, by every means, as CSV: `crop,way,means,from,to`, a line for each window.
//!
//! `cargo run --release --example windows -- LAT LON [LAST FIRST]`: degrees, and the two even-chance frost dates as MM-DD;
//! without them the climate's own. A window that runs over the turn of the year is one line.

#[path = "../tests/places/common/mod.rs"]
mod common;

use common::{frosts, grower, round, site};
use jiff::civil::date;
use sparrow_core::ask::starts::means_of;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::growth::growing::Growing;
use sparrow_facts::site::Freezes;
use sparrow_facts::timing::Means;
use std::process::ExitCode;

fn main() -> ExitCode {
    let asked: Vec<String> = std::env::args().skip(1).collect();
    let degrees = |n: usize| asked.get(n).and_then(|text| text.parse::<f64>().ok());
    let (Some(latitude), Some(longitude), true) = (degrees(0), degrees(1), [2, 4].contains(&asked.len())) else {
        eprintln!("windows LAT LON [LAST FIRST]: degrees, and frost dates as MM-DD");
        return ExitCode::FAILURE;
    };
    let freezes = asked.get(2).zip(asked.get(3)).map_or(Freezes::ByClimate, |(last, first)| frosts(last, first));
    let site = site(latitude, longitude, freezes);
    if site.months.is_none() {
        eprintln!("no land there: the months are those of its latitude");
    }
    let catalogue = Catalogue::standard();
    let grower = grower(&site, catalogue);
    println!("crop,way,means,from,to");
    for (crop, way) in catalogue.crops.iter().flat_map(|crop| crop.ways.iter().map(move |way| (crop, way))) {
        let line = |means: &str, growing: Growing, soil: &BedSoil| {
            for window in round(&grower, growing, soil) {
                let [from, until] = [window.from, window.until].map(|day| date(2027, 1, 1) + jiff::Span::new().days(day));
                println!("{},{},{means},{},{}", crop.key, way.key, from.strftime("%m-%d"), until.strftime("%m-%d"));
            }
        };
        let open = BedSoil::default();
        for means in means_of(crop, way) {
            let growing = Growing::by(crop, way, means);
            match means {
                Means::Direct => line("bed", growing, &open),
                Means::Set => line("set", growing, &open),
                // What is bought goes out when what was raised on the shelf does.
                Means::Shelf | Means::Bought => {
                    line("shelf", growing, &open);
                    line("bought", growing, &open);
                }
            }
        }
        let usual = Growing::usual(crop, way);
        if !usual.stays() {
            line("cover", usual, &open.under_a_tunnel());
        }
    }
    ExitCode::SUCCESS
}
