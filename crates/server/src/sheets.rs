//! Drawings to print or to keep.

use crate::auth::{Guest, InGarden};
use crate::body::file;
use crate::errors::RequestError;
use actix_web::HttpResponse;
use actix_web::web::Path;
use jiff::civil::Date;
use serde::Deserialize;
use sparrow_core::ask::sheet;
use sparrow_core::change::limits;
use sparrow_core::climate::calendar;
use sparrow_core::climate::calendar::YEARS;
use sparrow_core::work::Work;
use sparrow_facts::ids::BedId;
use sparrow_formats::sheet_svg;
use sparrow_formats::sheet_svg::Paper;

/// Which sheet, on which paper.
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Wanted {
    year: i16,
    /// Only what stands on that day.
    on: Option<Date>,
    #[serde(default)]
    paper: PaperName,
    /// To keep as a file instead of showing it.
    #[serde(default)]
    keep: bool,
}

#[derive(Deserialize, Default, Clone, Copy)]
#[serde(rename_all = "lowercase")]
enum PaperName {
    #[default]
    A4,
    Letter,
}

/// Anyone with a role in the garden: the setting-out drawing of a bed.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}/beds/{bed}/sheet.svg", params(("garden" = i64, Path, description = "number of the garden"), ("bed" = u32, Path, description = "number of the bed"), ("year" = i16, Query, description = "growing year"), ("on" = Option<String>, Query, description = "only what stands on that day, YYYY-MM-DD"), ("paper" = Option<String>, Query, description = "a4 or letter"), ("keep" = Option<bool>, Query, description = "as a file")), responses((status = 200, description = "an SVG document, in millimetres"), (status = "4XX", description = "problem details, RFC 9457")))]
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
