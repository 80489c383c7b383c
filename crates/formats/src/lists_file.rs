//! What a household grows and has, as tables: its varieties, its crops of its own, its lots of seed. `docs/list-files.md` tells their
//! columns.

use crate::table::{Line, Table};
use serde::de::DeserializeOwned;
use serde::{Deserialize, Serialize};
use sparrow_core::catalogue::{Catalogue, Crop};
use sparrow_core::change::lists::Listed;
use sparrow_core::change::lots::{AmountText, LotDraft};
use sparrow_core::change::own_crops::OwnCropDraft;
use sparrow_core::change::varieties::VarietyDraft;
use sparrow_facts::garden::Garden;
use sparrow_facts::name::alike;
use sparrow_facts::seed_lot::{GerminationTest, SeedAmount, SeedLot};
use sparrow_facts::spacing::Spacing;
use sparrow_facts::units::{Length, Tape};
use sparrow_facts::variety::Variety;
use std::collections::BTreeMap;

pub use crate::table::TableRefused;

/// Which list.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, schemars::JsonSchema)]
#[serde(rename_all = "kebab-case")]
pub enum ListOf {
    /// Varieties.
    Varieties,
    /// Crops that the book lacks.
    OwnCrops,
    /// Lots of seed.
    Lots,
}

impl ListOf {
    /// Its file's name.
    pub fn file(self) -> &'static str {
        match self {
            ListOf::Varieties => "varieties.csv",
            ListOf::OwnCrops => "own-crops.csv",
            ListOf::Lots => "seed-tin.csv",
        }
    }

    /// Its columns.
    pub fn columns(self) -> &'static [&'static str] {
        match self {
            ListOf::Varieties => &[
                "crop",
                "way",
                "name",
                "kinds",
                "days",
                "counted_from",
                "apart",
                "across",
                "depth",
                "height",
                "treated",
                "own_apart",
                "own_across",
                "colour",
                "note",
                "again",
            ],
            ListOf::OwnCrops => &[
                "name",
                "plural",
                "botanical",
                "like",
                "way",
                "family",
                "apart",
                "across",
                "spread",
                "height",
                "depth",
                "days",
                "counted_from",
                "picked",
                "kills_c",
                "soil_c",
                "source",
                "note",
            ],
            ListOf::Lots => &[
                "crop", "variety", "planted", "amount", "counted", "packed", "printed", "tests", "treated", "kept", "price",
                "source", "note",
            ],
        }
    }

    /// The columns without which a line says nothing.
    fn needed(self) -> &'static [&'static str] {
        match self {
            ListOf::Varieties => &["crop", "name"],
            ListOf::OwnCrops => &["name", "like"],
            ListOf::Lots => &["crop", "amount", "packed"],
        }
    }
}

/// Writes a list of a garden as a table, RFC 4180.
///
/// # Errors
/// Never, as it writes into memory; the writer's own error if it does.
pub fn write(list: ListOf, garden: &Garden) -> Result<String, csv::Error> {
    let mut writer = csv::Writer::from_writer(Vec::new());
    writer.write_record(list.columns())?;
    match list {
        ListOf::Varieties => garden.varieties.iter().try_for_each(|one| writer.write_record(variety(one)))?,
        ListOf::OwnCrops => garden.own_crops.iter().try_for_each(|one| {
            let figures = &one.figures;
            let [apart, across] = apart(figures.distance);
            writer.write_record([
                one.name.clone(),
                if one.plural == one.name { String::new() } else { one.plural.clone() },
                one.botanical.clone(),
                one.like.clone(),
                one.way.clone(),
                one.family.clone(),
                apart,
                across,
                figures.spread.map(length).unwrap_or_default(),
                figures.height.map(length).unwrap_or_default(),
                figures.depth.map(length).unwrap_or_default(),
                figures.days.map(days).unwrap_or_default(),
                figures.counted_from.as_ref().map(word).unwrap_or_default(),
                said(figures.picked),
                said(figures.kills_c),
                said(figures.soil_c),
                one.source.clone(),
                one.note.clone(),
            ])
        })?,
        ListOf::Lots => garden.lots.iter().try_for_each(|one| writer.write_record(lot(one, garden)))?,
    }
    let bytes = writer.into_inner().map_err(|error| csv::Error::from(error.into_error()))?;
    Ok(String::from_utf8(bytes).unwrap_or_default())
}

fn variety(one: &Variety) -> [String; 16] {
    let packet = &one.packet;
    let ([apart_, across], [own_apart, own_across]) = (apart(packet.distance), apart(one.own_distance));
    let kinds: Vec<String> = one.kinds.iter().map(|(matter, kind)| format!("{matter}={kind}")).collect();
    [
        one.crop.clone(),
        one.way.clone(),
        one.name.clone(),
        kinds.join("; "),
        packet.days.map(days).unwrap_or_default(),
        packet.counted_from.as_ref().map(word).unwrap_or_default(),
        apart_,
        across,
        packet.depth.map(length).unwrap_or_default(),
        packet.height.map(length).unwrap_or_default(),
        packet.treated.as_ref().map(word).unwrap_or_default(),
        own_apart,
        own_across,
        one.colour.clone(),
        one.note.clone(),
        yes(one.again),
    ]
}

fn lot(one: &SeedLot, garden: &Garden) -> [String; 13] {
    let tests: Vec<String> = one.tests.iter().map(|test| format!("{} {}/{}", test.on, test.up, test.sown)).collect();
    [
        one.crop.clone(),
        one.variety.and_then(|id| garden.variety(id)).map(|variety| variety.name.clone()).unwrap_or_default(),
        yes(one.planted),
        one.amount.to_string(),
        one.counted.to_string(),
        one.packed.to_string(),
        said(one.printed),
        tests.join("; "),
        one.treated.as_ref().map(word).unwrap_or_default(),
        word(&one.kept),
        one.price.map(|price| format!("{}.{:02}", price / 100, price % 100)).unwrap_or_default(),
        one.source.clone(),
        one.note.clone(),
    ]
}

/// A yes, or nothing.
fn yes(is: bool) -> String {
    if is { "yes".into() } else { String::new() }
}

fn apart(distance: Option<Spacing>) -> [String; 2] {
    distance.map_or_else(Default::default, |distance| [length(distance.along), length(distance.across)])
}

/// A length to the tenth of a millimetre, so that it comes back as it was.
fn length(length: Length) -> String {
    format!("{} mm", f64::from(length.get()) / 10.0)
}

fn days([least, most]: [u16; 2]) -> String {
    if least == most { least.to_string() } else { format!("{least}-{most}") }
}

fn said(number: Option<impl ToString>) -> String {
    number.map(|number| number.to_string()).unwrap_or_default()
}

/// A plain word as it stands in JSON.
fn word(of: &impl Serialize) -> String {
    serde_json::to_value(of).ok().and_then(|word| word.as_str().map(String::from)).unwrap_or_default()
}

/// Reads a list, each line as it would be typed. Crops are known by their keys or their names.
///
/// # Errors
/// When it is no such table, or a line of it cannot be read.
pub fn read(list: ListOf, text: &str, garden: &Garden, catalogue: &Catalogue) -> Result<Listed, TableRefused> {
    let table = Table::read(text, list.needed())?;
    Ok(match list {
        ListOf::Varieties => Listed::Varieties { lines: table.lines(|line| variety_of(line, catalogue))? },
        ListOf::OwnCrops => Listed::OwnCrops { lines: table.lines(|line| own_crop_of(line, catalogue))? },
        ListOf::Lots => Listed::Lots { lines: table.lines(|line| lot_of(line, garden, catalogue))? },
    })
}

fn variety_of(line: Line, catalogue: &Catalogue) -> Result<VarietyDraft, String> {
    let crop = crop(line, "crop", catalogue)?;
    let mut kinds = BTreeMap::new();
    for one in line.of("kinds").split(';').map(str::trim).filter(|one| !one.is_empty()) {
        let (matter, kind) = one.split_once('=').ok_or_else(|| format!("kinds: “{one}” is not written like day-length=long"))?;
        kinds.insert(matter.trim().into(), kind.trim().into());
    }
    Ok(VarietyDraft {
        crop: crop.key.clone(),
        way: way(line, crop)?,
        name: line.of("name").into(),
        kinds,
        days: read_days(line)?,
        counted_from: choice(line, "counted_from")?,
        distance: pair(line, "apart", "across")?,
        depth: tape(line, "depth")?,
        height: tape(line, "height")?,
        treated: choice(line, "treated")?,
        own_distance: pair(line, "own_apart", "own_across")?,
        colour: line.of("colour").into(),
        note: line.of("note").into(),
        again: is_yes(line, "again")?,
    })
}

/// Whether a column says yes; nothing is no.
fn is_yes(line: Line, column: &str) -> Result<bool, String> {
    match line.of(column).to_lowercase().as_str() {
        "" | "no" => Ok(false),
        "yes" => Ok(true),
        other => Err(format!("{column}: “{other}” is neither yes nor no")),
    }
}

fn own_crop_of(line: Line, catalogue: &Catalogue) -> Result<OwnCropDraft, String> {
    let like = crop(line, "like", catalogue)?;
    let family = line.of("family");
    Ok(OwnCropDraft {
        like: like.key.clone(),
        way: way(line, like)?,
        name: line.of("name").into(),
        plural: line.of("plural").into(),
        botanical: line.of("botanical").into(),
        family: (!family.is_empty()).then(|| family.into()),
        distance: pair(line, "apart", "across")?,
        spread: tape(line, "spread")?,
        height: tape(line, "height")?,
        depth: tape(line, "depth")?,
        days: read_days(line)?,
        counted_from: choice(line, "counted_from")?,
        picked: number(line, "picked")?,
        kills_c: number(line, "kills_c")?,
        soil_c: number(line, "soil_c")?,
        source: line.of("source").into(),
        note: line.of("note").into(),
    })
}

fn lot_of(line: Line, garden: &Garden, catalogue: &Catalogue) -> Result<LotDraft, String> {
    let crop = crop(line, "crop", catalogue)?;
    let named = line.of("variety");
    let variety = match named {
        "" => None,
        name => {
            let is = |one: &&Variety| one.crop == crop.key && alike(&one.name, name);
            let found = garden.varieties.iter().find(is).map(|one| one.id);
            Some(found.ok_or_else(|| {
                format!("variety: there is no {} called “{name}” in this garden; read the list of varieties first", crop.name)
            })?)
        }
    };
    let amount: SeedAmount = line.of("amount").parse().map_err(|error| format!("amount: {error}"))?;
    let counted = match line.of("counted") {
        "" => None,
        day => Some(day.parse().map_err(|_| format!("counted: “{day}” is no day; one is written 2027-05-31"))?),
    };
    let price = match line.of("price").replace(',', ".") {
        price if price.is_empty() => None,
        price => {
            let paid = price.parse::<f64>().ok().filter(|paid| (0.0..=1e6).contains(paid));
            Some((paid.ok_or_else(|| format!("price: “{price}” is no price; one is written 2.95"))? * 100.0).round() as u32)
        }
    };
    Ok(LotDraft {
        crop: crop.key.clone(),
        variety,
        planted: is_yes(line, "planted")?,
        amount: Some(AmountText(amount)),
        counted,
        packed: number(line, "packed")?.ok_or("packed: the year is missing")?,
        printed: number(line, "printed")?,
        tests: line.of("tests").split(';').map(str::trim).filter(|one| !one.is_empty()).map(test).collect::<Result<_, _>>()?,
        treated: choice(line, "treated")?,
        kept: choice(line, "kept")?.unwrap_or_default(),
        price,
        source: line.of("source").into(),
        note: line.of("note").into(),
    })
}

/// `2026-11-18 15/20`: fifteen of twenty came up.
fn test(told: &str) -> Result<GerminationTest, String> {
    let read = || {
        let (day, counts) = told.split_once(' ')?;
        let (up, sown) = counts.trim().split_once('/')?;
        Some(GerminationTest { on: day.parse().ok()?, sown: sown.trim().parse().ok()?, up: up.trim().parse().ok()? })
    };
    read().ok_or_else(|| format!("tests: “{told}” is not written like 2026-11-18 15/20"))
}

/// A crop by its key, or by its name for one or more, whatever its capitals.
fn crop<'c>(line: Line, column: &str, catalogue: &'c Catalogue) -> Result<&'c Crop, String> {
    let said = line.of(column);
    let lower = said.to_lowercase();
    let named = || catalogue.crops.iter().find(|crop| [&crop.name, &crop.plural].iter().any(|name| name.to_lowercase() == lower));
    catalogue.crop(said).or_else(named).ok_or_else(|| format!("{column}: there is no crop “{said}”"))
}

/// A way of a crop by its key, the usual one where none is named.
fn way(line: Line, crop: &Crop) -> Result<String, String> {
    match line.of("way") {
        "" => Ok(crop.ways[0].key.clone()),
        key if crop.way(key).is_some_and(|way| way.variety.is_none()) => Ok(key.into()),
        key => {
            let ways: Vec<&str> = crop.ways.iter().filter(|way| way.variety.is_none()).map(|way| way.key.as_str()).collect();
            Err(format!("way: “{key}” is no way of growing {}; there are {}", crop.plural, ways.join(", ")))
        }
    }
}

/// One of the words of a plain choice.
fn choice<T: DeserializeOwned>(line: Line, column: &str) -> Result<Option<T>, String> {
    match line.of(column) {
        "" => Ok(None),
        word => {
            let read = serde_json::from_value(serde_json::Value::String(word.to_lowercase()));
            read.map(Some).map_err(|_| format!("{column}: “{word}” is none of the choices"))
        }
    }
}

fn number<T: std::str::FromStr>(line: Line, column: &str) -> Result<Option<T>, String> {
    match line.of(column) {
        "" => Ok(None),
        text => text.parse().map(Some).map_err(|_| format!("{column}: “{text}” is not a number that is believed")),
    }
}

fn read_days(line: Line) -> Result<Option<[u16; 2]>, String> {
    let text = line.of("days");
    if text.is_empty() {
        return Ok(None);
    }
    let (least, most) = text.split_once(['-', '–']).unwrap_or((text, text));
    let read = |one: &str| one.trim().parse::<u16>().ok();
    let both = read(least).zip(read(most)).map(|(least, most)| [least, most]);
    both.map(Some).ok_or_else(|| format!("days: “{text}” is not written like 60 or 55-65"))
}

fn tape(line: Line, column: &str) -> Result<Option<Tape>, String> {
    match line.of(column) {
        "" => Ok(None),
        text => text.parse().map(|length| Some(Tape(length))).map_err(|error| format!("{column}: {error}")),
    }
}

fn pair(line: Line, one: &str, other: &str) -> Result<Option<(Tape, Tape)>, String> {
    let (along, across) = (tape(line, one)?, tape(line, other)?);
    Ok(along.or(across).zip(across.or(along)))
}
