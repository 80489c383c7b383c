//! Writes edits to the tables, one fact at a time.

use crate::columns::{fit, school_columns, word};
use crate::{GardenId, StoreError, almanac, fixtures, groupings, lots, own_crops, turns, varieties, wants};
use serde_json::{Value, json};
use sparrow_facts::almanac::SoilReading;
use sparrow_facts::bed::{Bed, BedKind};
use sparrow_facts::edit::Edit;
use sparrow_facts::grouping::OwnGrouping;
use sparrow_facts::history::{PastStand, Stood};
use sparrow_facts::patch::{Patch, Planted};
use sparrow_facts::school::School;
use sparrow_facts::seed_lot::SeedLot;
use sparrow_facts::shape::Shape;
use sparrow_facts::site::{Freezes, Site};
use sparrow_facts::spacing::OwnSpacing;
use sparrow_facts::timing::Timing;
use sparrow_facts::units::Length;
use sparrow_facts::variety::Variety;
use sqlx::PgConnection;
use std::collections::BTreeSet;

/// Writes edits in their order; what is said of many patches, memories, readings, groupings, varieties or lots one after another in one
/// statement.
pub async fn edits(connection: &mut PgConnection, garden: GardenId, edits: &[Edit]) -> Result<(), StoreError> {
    let mut rest = edits;
    while let Some(edit) = rest.first() {
        let (patches, past) = (run(rest, patch_of, |patch| patch.id), run(rest, past_of, |past| past.id));
        let (readings, groupings) = (run(rest, reading_of, |one| (one.on, one.bed)), run(rest, grouping_of, |own| own.id));
        let (named, lots) = (run(rest, variety_of, |variety| variety.id), run(rest, lot_of, |lot| lot.id));
        let (many, written) = if !patches.is_empty() {
            (patches.len(), self::patches(connection, garden, &patches).await?)
        } else if !past.is_empty() {
            (past.len(), self::past(connection, garden, &past).await?)
        } else if !readings.is_empty() {
            (readings.len(), almanac::readings_written(connection, garden, &readings).await?)
        } else if !named.is_empty() {
            (named.len(), varieties::write(connection, garden, &named).await?)
        } else if !lots.is_empty() {
            (lots.len(), lots::write(connection, garden, &lots).await?)
        } else if !groupings.is_empty() {
            (groupings.len(), groupings::write(connection, garden, &groupings).await?)
        } else {
            (1, one(connection, garden, edit).await?)
        };
        // What an edit speaks of must be there: otherwise the tables are not what the facts were taken to be.
        if written != many as u64 {
            return Err(StoreError::NotFound);
        }
        rest = &rest[many..];
    }
    Ok(())
}

/// What the first edits say of one kind of fact, as long as they speak of each once.
fn run<'e, T, K: Ord>(edits: &'e [Edit], of: impl Fn(&'e Edit) -> Option<&'e T>, key: impl Fn(&T) -> K) -> Vec<&'e T> {
    let mut seen = BTreeSet::new();
    edits.iter().map_while(of).take_while(|one| seen.insert(key(one))).collect()
}

fn patch_of(edit: &Edit) -> Option<&Patch> {
    if let Edit::Patch { after: Some(after), .. } = edit { Some(after) } else { None }
}

fn past_of(edit: &Edit) -> Option<&PastStand> {
    if let Edit::Past { after: Some(after), .. } = edit { Some(after) } else { None }
}

fn variety_of(edit: &Edit) -> Option<&Variety> {
    if let Edit::Variety { after: Some(after), .. } = edit { Some(after) } else { None }
}

fn lot_of(edit: &Edit) -> Option<&SeedLot> {
    if let Edit::Lot { after: Some(after), .. } = edit { Some(after) } else { None }
}

fn grouping_of(edit: &Edit) -> Option<&OwnGrouping> {
    if let Edit::Grouping { after: Some(after), .. } = edit { Some(after) } else { None }
}

fn reading_of(edit: &Edit) -> Option<&SoilReading> {
    if let Edit::Reading { after: Some(after), .. } = edit { Some(after) } else { None }
}

/// Writes one edit; how many of the rows it speaks of were there.
async fn one(connection: &mut PgConnection, garden: GardenId, edit: &Edit) -> Result<u64, StoreError> {
    Ok(match edit {
        Edit::Site { after, .. } => site(connection, garden, after).await?,
        Edit::School { after, .. } => household_school(connection, garden, *after).await?,
        Edit::Bed { after: Some(after), .. } => bed(connection, garden, after).await?,
        Edit::Bed { before: Some(gone), after: None } => forget_bed(connection, garden, gone.id.0).await?,
        Edit::Patch { after: Some(after), .. } => patches(connection, garden, &[after]).await?,
        Edit::Patch { before: Some(gone), after: None } => forget_patch(connection, garden, gone.id.0).await?,
        Edit::Past { after: Some(after), .. } => past(connection, garden, &[after]).await?,
        Edit::Past { before: Some(gone), after: None } => forget_past(connection, garden, gone.id.0).await?,
        Edit::TurnRules { after, .. } => turns::rules(connection, garden, *after).await?,
        Edit::Shady { bed, after, .. } => turns::shady(connection, garden, *bed, *after).await?,
        Edit::Divided { bed, after, .. } => turns::divided(connection, garden, *bed, *after).await?,
        Edit::OwnFamily { after: Some(after), .. } => turns::own_family(connection, garden, after).await?,
        Edit::OwnFamily { before: Some(gone), after: None } => turns::forget_own_family(connection, garden, gone).await?,
        Edit::SoilFinding { after: Some(after), .. } => turns::soil_finding(connection, garden, after).await?,
        Edit::SoilFinding { before: Some(gone), after: None } => turns::forget_soil_finding(connection, garden, gone).await?,
        Edit::Wish { after: Some(after), .. } => turns::wish(connection, garden, after).await?,
        Edit::Wish { before: Some(gone), after: None } => turns::forget_wish(connection, garden, gone).await?,
        Edit::Pin { after: Some(after), .. } => turns::pin(connection, garden, *after).await?,
        Edit::Pin { before: Some(gone), after: None } => turns::forget_pin(connection, garden, *gone).await?,
        Edit::Closing { after: Some(after), .. } => turns::closing(connection, garden, *after).await?,
        Edit::Closing { before: Some(gone), after: None } => turns::forget_closing(connection, garden, *gone).await?,
        Edit::UnknownYear { after: Some(after), .. } => turns::unknown_year(connection, garden, *after).await?,
        Edit::UnknownYear { before: Some(gone), after: None } => turns::forget_unknown_year(connection, garden, *gone).await?,
        Edit::Plan { after: Some(after), .. } => turns::plan(connection, garden, after).await?,
        Edit::Plan { before: Some(gone), after: None } => turns::forget_plan(connection, garden, gone.id).await?,
        Edit::Climate { after, .. } => almanac::climate(connection, garden, after).await?,
        Edit::Shelf { after, .. } => almanac::shelf(connection, garden, *after).await?,
        Edit::Station { after, .. } => almanac::write_station(connection, garden, after.as_deref()).await?,
        Edit::BedWarmth { after: Some(after), .. } => almanac::bed_warmth(connection, garden, *after).await?,
        Edit::BedWarmth { before: Some(gone), after: None } => almanac::forget_bed_warmth(connection, garden, gone.bed).await?,
        Edit::Reading { after: Some(after), .. } => almanac::readings_written(connection, garden, &[after]).await?,
        Edit::Reading { before: Some(gone), after: None } => almanac::forget_reading(connection, garden, *gone).await?,
        Edit::Spacing { .. }
        | Edit::Fixture { .. }
        | Edit::OwnCrop { .. }
        | Edit::Variety { .. }
        | Edit::Lot { .. }
        | Edit::Want { .. }
        | Edit::Grouping { .. } => own(connection, garden, edit).await?,
        // Nothing before and nothing after is no change.
        Edit::Bed { before: None, after: None }
        | Edit::Patch { before: None, after: None }
        | Edit::Past { before: None, after: None }
        | Edit::OwnFamily { before: None, after: None }
        | Edit::SoilFinding { before: None, after: None }
        | Edit::Wish { before: None, after: None }
        | Edit::Pin { before: None, after: None }
        | Edit::Closing { before: None, after: None }
        | Edit::UnknownYear { before: None, after: None }
        | Edit::Plan { before: None, after: None }
        | Edit::BedWarmth { before: None, after: None }
        | Edit::Reading { before: None, after: None } => 1,
    })
}

/// The same of what a household has of its own beside beds and plantings.
async fn own(connection: &mut PgConnection, garden: GardenId, edit: &Edit) -> Result<u64, StoreError> {
    Ok(match edit {
        Edit::Spacing { after: Some(after), .. } => spacing(connection, garden, after).await?,
        Edit::Spacing { before: Some(gone), after: None } => forget_spacing(connection, garden, gone).await?,
        Edit::Fixture { after: Some(after), .. } => fixtures::write(connection, garden, after).await?,
        Edit::Fixture { before: Some(gone), after: None } => fixtures::forget(connection, garden, gone).await?,
        Edit::OwnCrop { after: Some(after), .. } => own_crops::write(connection, garden, after).await?,
        Edit::OwnCrop { before: Some(gone), after: None } => own_crops::forget(connection, garden, gone).await?,
        Edit::Variety { after: Some(after), .. } => varieties::write(connection, garden, &[after]).await?,
        Edit::Variety { before: Some(gone), after: None } => varieties::forget(connection, garden, gone).await?,
        Edit::Want { after: Some(after), .. } => wants::write(connection, garden, after).await?,
        Edit::Want { before: Some(gone), after: None } => wants::forget(connection, garden, gone).await?,
        Edit::Lot { after: Some(after), .. } => lots::write(connection, garden, &[after]).await?,
        Edit::Lot { before: Some(gone), after: None } => lots::forget(connection, garden, gone).await?,
        Edit::Grouping { after: Some(after), .. } => groupings::write(connection, garden, &[after]).await?,
        Edit::Grouping { before: Some(gone), after: None } => groupings::forget(connection, garden, gone).await?,
        // Nothing before and nothing after is no change; nothing else comes here.
        _ => 1,
    })
}

async fn forget_bed(connection: &mut PgConnection, garden: GardenId, bed: u32) -> Result<u64, StoreError> {
    let id: i32 = fit(bed)?;
    let done = sqlx::query!("delete from bed where garden_id = $1 and id = $2", garden.0, id).execute(connection).await?;
    Ok(done.rows_affected())
}

async fn forget_patch(connection: &mut PgConnection, garden: GardenId, patch: u32) -> Result<u64, StoreError> {
    let id: i32 = fit(patch)?;
    let done = sqlx::query!("delete from patch where garden_id = $1 and id = $2", garden.0, id).execute(connection).await?;
    Ok(done.rows_affected())
}

async fn forget_past(connection: &mut PgConnection, garden: GardenId, past: u32) -> Result<u64, StoreError> {
    let id: i32 = fit(past)?;
    let done = sqlx::query!("delete from past_stand where garden_id = $1 and id = $2", garden.0, id).execute(connection).await?;
    Ok(done.rows_affected())
}

async fn forget_spacing(connection: &mut PgConnection, garden: GardenId, own: &OwnSpacing) -> Result<u64, StoreError> {
    let gone =
        sqlx::query!("delete from own_spacing where garden_id = $1 and crop = $2 and way = $3", garden.0, own.crop, own.way);
    Ok(gone.execute(connection).await?.rows_affected())
}

async fn site(connection: &mut PgConnection, garden: GardenId, site: &Site) -> Result<u64, StoreError> {
    let units = word(&site.units)?;
    let frost = site.freezes.dates();
    let freezes = match site.freezes {
        Freezes::ByClimate => "by-climate",
        Freezes::Never => "never",
        Freezes::Dates(_) => "dates",
        Freezes::EveryMonth => "every-month",
    };
    let done = sqlx::query!(
        "update garden set name = $2, place = $3, latitude = $4, units = $5, north = $6,
                last_month = $7, last_day = $8, first_month = $9, first_day = $10, spread_days = $11, zone = $12,
                longitude = $13, freezes = $14, frost_years = $15, height = $16, grid = $17, neighbour_strain = $18,
                neighbour_metres = $19
         where id = $1",
        garden.0,
        site.name,
        site.place,
        site.latitude.0,
        units,
        i32::from(site.north),
        frost.map(|f| i16::from(f.last.month)),
        frost.map(|f| i16::from(f.last.day)),
        frost.map(|f| i16::from(f.first.month)),
        frost.map(|f| i16::from(f.first.day)),
        frost.map(|f| i16::from(f.spread_days)),
        site.zone,
        site.longitude.map(|longitude| longitude.0),
        freezes,
        frost.map(|f| i16::from(f.in_ten)),
        site.height,
        site.grid.as_ref().map(word).transpose()?,
        site.neighbour_maize.as_ref().map(|maize| maize.strain.as_str()),
        site.neighbour_maize.as_ref().map(|maize| i32::from(maize.metres))
    )
    .execute(connection)
    .await?;
    Ok(done.rows_affected())
}

async fn household_school(connection: &mut PgConnection, garden: GardenId, school: School) -> Result<u64, StoreError> {
    let (word, figure) = school_columns(school);
    let done = sqlx::query!("update garden set school = $2, school_figure = $3 where id = $1", garden.0, word, figure)
        .execute(connection)
        .await?;
    Ok(done.rows_affected())
}

async fn bed(connection: &mut PgConnection, garden: GardenId, bed: &Bed) -> Result<u64, StoreError> {
    let id: i32 = fit(bed.id.0)?;
    let school = bed.school.map(school_columns);
    let (shape, cut) = match bed.shape {
        Shape::Rectangle => ("rectangle", None),
        Shape::Round => ("round", None),
        Shape::Corner { right, near, along, across } => ("corner", Some((right, near, along, across))),
    };
    let drips: Vec<i32> = bed.drips.iter().map(|drip| drip.get()).collect();
    let (kind, board, volume) = match bed.kind {
        BedKind::Raised { board } => ("raised", board.map(serde_json::to_value).transpose()?, None),
        BedKind::Ground => ("ground", None, None),
        BedKind::Container { volume } => ("container", None, Some(fit::<i32, _>(volume.get())?)),
    };
    let done = sqlx::query!(
        "insert into bed (garden_id, id, half_square, name, kind, board, volume_ml, length, width, depth, x, y, turn,
                          reach_far, reach_near, reach_left, reach_right, school, school_figure, drips, margin, shape, cut_right,
                          cut_near, cut_along, cut_across)
         select $1, $2, half_square, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23, $24,
                $25 from garden where id = $1
         on conflict (garden_id, id) do update set name = excluded.name, kind = excluded.kind, board = excluded.board,
             volume_ml = excluded.volume_ml, length = excluded.length, width = excluded.width, depth = excluded.depth,
             x = excluded.x, y = excluded.y, turn = excluded.turn, reach_far = excluded.reach_far,
             reach_near = excluded.reach_near, reach_left = excluded.reach_left, reach_right = excluded.reach_right,
             school = excluded.school, school_figure = excluded.school_figure, drips = excluded.drips,
             margin = excluded.margin, shape = excluded.shape, cut_right = excluded.cut_right, cut_near = excluded.cut_near,
             cut_along = excluded.cut_along, cut_across = excluded.cut_across",
        garden.0,
        id,
        bed.name,
        kind,
        board.as_ref().and_then(serde_json::Value::as_str),
        volume,
        bed.length.get(),
        bed.width.get(),
        bed.depth.get(),
        bed.x.get(),
        bed.y.get(),
        i32::from(bed.turn),
        bed.reach.far,
        bed.reach.near,
        bed.reach.left,
        bed.reach.right,
        school.map(|one| one.0),
        school.and_then(|one| one.1),
        &drips,
        bed.margin.map(Length::get),
        shape,
        cut.map(|cut| cut.0),
        cut.map(|cut| cut.1),
        cut.map(|cut| cut.2.get()),
        cut.map(|cut| cut.3.get())
    )
    .execute(&mut *connection)
    .await?;
    fixtures(connection, garden, id, bed).await?;
    Ok(done.rows_affected())
}

async fn fixtures(connection: &mut PgConnection, garden: GardenId, id: i32, bed: &Bed) -> Result<(), StoreError> {
    sqlx::query!("delete from brace where garden_id = $1 and bed_id = $2", garden.0, id).execute(&mut *connection).await?;
    sqlx::query!("delete from trellis where garden_id = $1 and bed_id = $2", garden.0, id).execute(&mut *connection).await?;
    for brace in &bed.braces {
        sqlx::query!(
            "insert into brace (garden_id, bed_id, at, thickness) values ($1, $2, $3, $4)",
            garden.0,
            id,
            brace.at.get(),
            brace.thickness.get()
        )
        .execute(&mut *connection)
        .await?;
    }
    for (position, trellis) in bed.trellises.iter().enumerate() {
        let position: i16 = i16::try_from(position).map_err(|_| StoreError::Other("too many trellises".into()))?;
        sqlx::query!(
            "insert into trellis (garden_id, bed_id, position, from_far, start_at, end_at) values ($1, $2, $3, $4, $5, $6)",
            garden.0,
            id,
            position,
            trellis.from_far.get(),
            trellis.start.get(),
            trellis.end.get()
        )
        .execute(&mut *connection)
        .await?;
    }
    Ok(())
}

async fn patches(connection: &mut PgConnection, garden: GardenId, patches: &[&Patch]) -> Result<u64, StoreError> {
    let rows = Value::Array(patches.iter().map(|patch| patch_row(patch)).collect::<Result<_, _>>()?);
    let written = sqlx::query!(
        "insert into patch (garden_id, id, bed_id, half_columns, half_rows, crop, way, x, y, w, h, holes,
                            first_date, last_date, between_others, kept, school, school_figure, locked, line_at, line_across,
                            means, sown_date, arrives_date, survival, free_date, trial, packet_days, along, across, in_each)
         select $1, p.id, p.bed_id, bed.half_columns, bed.half_rows, p.crop, p.way, p.x, p.y, p.w, p.h, p.holes,
                p.first_date, p.last_date, p.between_others, p.kept, p.school, p.school_figure, p.locked, p.line_at, p.line_across,
                p.means, p.sown_date, p.arrives_date, p.survival, p.free_date, p.trial, p.packet_days, p.along, p.across, p.in_each
         from jsonb_to_recordset($2) as p(id integer, bed_id integer, crop text, way text, x integer, y integer, w integer, h integer,
                holes integer, first_date date, last_date date, between_others boolean, kept text[], school text,
                school_figure smallint, locked boolean, line_at integer, line_across boolean, means text, sown_date date,
                arrives_date date, survival smallint, free_date date, trial smallint, packet_days smallint, along integer,
                across integer, in_each smallint)
         join bed on bed.garden_id = $1 and bed.id = p.bed_id
         on conflict (garden_id, id) do update set bed_id = excluded.bed_id, half_columns = excluded.half_columns,
             half_rows = excluded.half_rows, crop = excluded.crop, way = excluded.way, x = excluded.x, y = excluded.y,
             w = excluded.w, h = excluded.h, holes = excluded.holes, first_date = excluded.first_date,
             last_date = excluded.last_date, between_others = excluded.between_others, kept = excluded.kept,
             school = excluded.school, school_figure = excluded.school_figure, locked = excluded.locked,
             line_at = excluded.line_at, line_across = excluded.line_across,
             means = excluded.means, sown_date = excluded.sown_date, arrives_date = excluded.arrives_date,
             survival = excluded.survival, free_date = excluded.free_date, trial = excluded.trial,
             packet_days = excluded.packet_days, along = excluded.along, across = excluded.across,
             in_each = excluded.in_each",
        garden.0,
        rows
    )
    .execute(connection)
    .await?;
    Ok(written.rows_affected())
}

fn patch_row(patch: &Patch) -> Result<Value, StoreError> {
    // Taken apart, so that a fact that is forgotten here does not compile.
    let Patch { id, bed, rect, from, until, locked, line, kept, timing, planted } = patch;
    let Planted { crop, way, holes, between, school, distance, in_each } = planted;
    let Timing { means, sown, arrives, survival, packet, free_on, trial } = timing;
    let school = school.map(school_columns);
    Ok(json!({
        "id": id, "bed_id": bed, "x": rect.x, "y": rect.y, "w": rect.w, "h": rect.h, "first_date": from, "last_date": until,
        "locked": locked, "line_at": line.map(|line| line.at.get()), "line_across": line.map(|line| line.across), "kept": kept,
        "crop": crop, "way": way, "holes": holes, "between_others": between, "school": school.map(|one| one.0),
        "school_figure": school.and_then(|one| one.1), "along": distance.map(|distance| distance.along.get()),
        "across": distance.map(|distance| distance.across.get()), "in_each": in_each,
        "means": means.as_ref().map(word).transpose()?, "sown_date": sown, "arrives_date": arrives, "survival": survival,
        "packet_days": packet, "free_date": free_on, "trial": trial
    }))
}

async fn past(connection: &mut PgConnection, garden: GardenId, past: &[&PastStand]) -> Result<u64, StoreError> {
    let row = |past: &&PastStand| {
        let PastStand { id, bed, section, year, stood } = past;
        let (crop, family) = match stood {
            Stood::Crop(key) => (Some(key), None),
            Stood::Family(key) => (None, Some(key)),
        };
        json!({ "id": id, "bed_id": bed, "section": section, "year": year, "crop": crop, "family": family })
    };
    let rows = Value::Array(past.iter().map(row).collect());
    let done = sqlx::query!(
        "insert into past_stand (garden_id, id, bed_id, section, year, crop, family)
         select $1, id, bed_id, section, year, crop, family
         from jsonb_to_recordset($2) as p(id integer, bed_id integer, section smallint, year smallint, crop text, family text)
         on conflict (garden_id, id) do update set bed_id = excluded.bed_id, section = excluded.section,
             year = excluded.year, crop = excluded.crop, family = excluded.family",
        garden.0,
        rows
    )
    .execute(connection)
    .await?;
    Ok(done.rows_affected())
}

async fn spacing(connection: &mut PgConnection, garden: GardenId, own: &OwnSpacing) -> Result<u64, StoreError> {
    let done = sqlx::query!(
        "insert into own_spacing (garden_id, crop, way, along, across, note) values ($1, $2, $3, $4, $5, $6)
         on conflict (garden_id, crop, way) do update set along = excluded.along, across = excluded.across, note = excluded.note",
        garden.0,
        own.crop,
        own.way,
        own.along.get(),
        own.across.get(),
        own.note
    )
    .execute(connection)
    .await?;
    Ok(done.rows_affected())
}
