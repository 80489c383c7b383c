//! Drawings to print or to keep.

use crate::http::auth::{Guest, InGarden};
use crate::http::body::file;
use crate::http::errors::RequestError;
use actix_web::HttpResponse;
use actix_web::web::Path;
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::Deserialize;
use sparrow_core::ask::sheet;
use sparrow_core::climate::calendar;
use sparrow_core::climate::calendar::YEARS;
use sparrow_core::limits;
use sparrow_core::work::Work;
use sparrow_facts::ids::BedId;
use sparrow_formats::sheet_svg;
use sparrow_formats::sheet_svg::Paper;

/// Which sheet, on which paper.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct Wanted {
    /// Growing year.
    year: i16,
    /// Only what stands on that day.
    on: Option<Date>,
    /// What it is printed on.
    #[serde(default)]
    paper: PaperName,
    /// To keep as a file instead of showing it.
    #[serde(default)]
    keep: bool,
}

#[derive(Deserialize, JsonSchema, Default, Clone, Copy)]
#[serde(rename_all = "lowercase")]
enum PaperName {
    #[default]
    A4,
    Letter,
}

pub async fn sheet(inside: InGarden<Guest>, path: Path<(i64, u32)>) -> Result<HttpResponse, RequestError> {
    let (ready, (_, bed)) = (inside.ready().await?, path.into_inner());
    let today = inside.today(&ready);
    let Wanted { year, on, paper, keep } = inside.query()?;
    limits::year("year", year, YEARS)?;
    on.map_or(Ok(()), |day| limits::year("year", day.year(), YEARS))?;
    let paper = match paper {
        PaperName::A4 => Paper::A4,
        PaperName::Letter => Paper::Letter,
    };
    let drawn = move |work: &Work| {
        let known = ready.known(today, work);
        let days = on.map_or_else(|| calendar::year_span(year, known.garden.site.latitude.hemisphere()), |day| (day, day));
        let sheet = sheet::sheet(known, BedId(bed), days)?;
        sheet_svg::write(known.garden, known.catalogue, &sheet, paper)
    };
    let text = inside.work(drawn).await?.ok_or(RequestError::NotFound("bed"))?;
    let name = keep.then(|| format!("setting-out-bed-{bed}-{year}.svg"));
    Ok(file("image/svg+xml", name.as_deref(), text))
}
