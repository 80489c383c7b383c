//! Beds down, years across: what stood, stands and is planned, what comes back too soon, and what is
//! well or badly followed.

use crate::catalogue::{Catalogue, Feeding};
use crate::known::Known;
use crate::rules::past::values;
use crate::turns::against::{Against, is_of_plan};
use crate::turns::ground::Plot;
use crate::turns::held::Held;
use crate::turns::problem::{Problem, is_light, needs_of};
use crate::turns::status::offers;
use serde::Serialize;
use sparrow_facts::garden::Garden;
use sparrow_facts::history::Stood;
use sparrow_facts::ids::{BedId, PastId, PatchId, WishId};
use sparrow_facts::turns::{Entry, Parts, Piece, TurnPart, WishDraft};
use sparrow_rotate::{Clash, Cost, Family, Ledger, Section};
use std::collections::{BTreeMap, BTreeSet};

/// How certain a stand is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum CellKind {
    /// Somebody remembers it.
    Remembered,
    /// It is or was planted in the bed.
    Planted,
    /// A plan has it there.
    Planned,
}

/// Something in a piece of ground in a year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Cell {
    /// Where.
    pub at: Piece,
    /// The growing year.
    pub year: i16,
    /// Its family.
    pub family: String,
    /// What it is.
    pub stood: Stood,
    /// When it holds its ground.
    pub parts: Parts,
    /// How much, in hundredths of a square, where it is known.
    pub centisquares: Option<u32>,
    /// How certain it is.
    pub kind: CellKind,
    /// The wish it is planned for.
    pub wish: Option<WishId>,
    /// The planting.
    pub patch: Option<PatchId>,
    /// The remembered stand, so that just this one can be forgotten.
    pub past: Option<PastId>,
    /// Whether it goes on standing where it is.
    pub stays: bool,
}

/// A family back too soon in a piece of ground.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Tie {
    /// Its number on the page, from 1.
    pub number: u16,
    /// The family, or the crop's family where only spots count.
    pub family: String,
    /// The crop, where only spots count.
    pub crop: Option<String>,
    /// What it is called in the search: the family, or a part of it that waits otherwise.
    pub sort: String,
    /// It is out before it does harm, so that it waits half as long.
    pub half: bool,
    /// The other family after which it comes too soon, where that is not its own.
    pub after: Option<String>,
    /// Where.
    pub at: Piece,
    /// The earlier year.
    pub earlier: i16,
    /// The later year.
    pub later: i16,
    /// Years it should have waited.
    pub interval: u32,
    /// Whether both stands are planted or past, so that no plan can help it.
    pub planted: bool,
    /// Whether both years are past.
    pub past: bool,
}

/// What is worth saying about one thing after another.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum NoteKind {
    /// A family twice in one year in the same ground: in spring and again in autumn.
    TwiceInAYear,
    /// A giver before a hungry one.
    GiverFirst,
    /// A hungry one after a hungry one: it asks for compost.
    HungryAgain,
}

/// A remark on a piece of ground in a year.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Note {
    /// The growing year of the later one.
    pub year: i16,
    /// Where.
    pub at: Piece,
    /// What is worth saying.
    pub kind: NoteKind,
    /// The earlier crop or family, by name.
    pub first: String,
    /// The later one.
    pub then: String,
}

/// A wish that wants ground of a kind there is too little of.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Lacking {
    /// The wish.
    pub wish: WishId,
    /// What it wants: `trellis`, `sun`, `deep` or `container`.
    pub need: String,
    /// Squares of ground that have it.
    pub squares: u32,
}

/// The years of a garden, with a plan.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct TurnsView {
    /// The earliest year shown.
    pub from: i16,
    /// The first year that is planned.
    pub first: i16,
    /// The last year that is planned.
    pub until: i16,
    /// The pieces of ground.
    pub plots: Vec<Plot>,
    /// What is in them.
    pub cells: Vec<Cell>,
    /// What comes back too soon.
    pub ties: Vec<Tie>,
    /// What is worth saying.
    pub notes: Vec<Note>,
    /// What lacks squares: the wish, the year, how many.
    pub short: Vec<(WishId, i16, u16)>,
    /// Wishes that want what too little ground here has, and why they are short of it however much lies empty.
    pub lacking: Vec<Lacking>,
    /// What is spread over several pieces of ground: the wish, the year, how many.
    pub spread: Vec<(WishId, i16, u16)>,
    /// What is against the plan, counted.
    pub against: Against,
    /// What the search counts it as: to compare plans, and nothing to show.
    #[serde(skip)]
    pub cost: Cost,
    /// Interval and risk of each family in the household's own values, by key.
    pub values: Vec<(String, u32, u32)>,
    /// Beds and years of which nobody knows what stood there.
    pub unknown: Vec<(BedId, i16)>,
}

/// Draws the years of a garden with the plan `entries`.
pub fn view(known: Known, entries: &[Entry]) -> TurnsView {
    let Known { garden, catalogue, .. } = known;
    let problem = Problem::of(known);
    let plan = problem.assigns(entries);
    let entries = problem.entries(&plan);
    let ledger = Ledger::of(&problem.instance, &plan);
    let mut cells: Vec<Cell> = problem.held.iter().map(of_held).collect();
    cells.extend(entries.iter().filter_map(|entry| of_entry(known, entry)));
    cells.sort_by_key(|cell| (cell.at, cell.year, cell.kind, cell.parts.list(), cell.wish, cell.patch));
    cells.dedup();
    let mut from = cells.iter().filter(|cell| !cell.stays).map(|cell| cell.year).min().unwrap_or(problem.first);
    from = from.min(problem.first - 3).max(problem.first - 12);
    let wished =
        |demand: &str, year: i32, many: u32| Some((Problem::wish(demand)?, problem.year(year), u16::try_from(many).ok()?));
    TurnsView {
        from,
        first: problem.first,
        until: problem.first + i16::from(garden.turns.years) - 1,
        ties: ties(catalogue, &problem, &ledger, from),
        notes: notes(known, &cells, from),
        short: ledger.wanting.iter().filter_map(|w| wished(&w.demand, w.year, w.squares)).collect(),
        lacking: lacking(garden, &problem.plots),
        spread: ledger.spread.iter().filter_map(|s| wished(&s.demand, s.year, s.sections)).collect(),
        against: Against::of(&problem, &ledger),
        cost: ledger.cost,
        values: catalogue
            .families
            .iter()
            .map(|family| (family.key.clone(), values(garden, family)))
            .map(|(key, (a, b))| (key, a, b))
            .collect(),
        unknown: garden.turns.unknown.iter().map(|unknown| (unknown.bed, unknown.year)).collect(),
        cells,
        plots: problem.plots,
    }
}

/// What each wish wants of the ground, and how much ground has it, where that is less than it asks for.
fn lacking(garden: &Garden, plots: &[Plot]) -> Vec<Lacking> {
    let of_wish = |(id, draft): (WishId, &WishDraft)| {
        let found = needs_of(draft).into_iter().filter_map(move |need| {
            let squares: u32 = plots.iter().filter(|plot| offers(plot, need)).map(|plot| u32::from(plot.squares)).sum();
            (squares < u32::from(draft.squares)).then(|| Lacking { wish: id, need: need.to_string(), squares })
        });
        found.collect::<Vec<_>>()
    };
    garden.turns.wishes.iter().map(|wish| (wish.id, &wish.wish)).flat_map(of_wish).collect()
}

fn of_held(held: &Held) -> Cell {
    Cell {
        at: held.at,
        year: held.year,
        family: held.family.clone(),
        stood: held.stood.clone(),
        parts: held.parts,
        centisquares: held.centisquares,
        kind: if held.patch.is_some() { CellKind::Planted } else { CellKind::Remembered },
        wish: None,
        patch: held.patch,
        past: held.past,
        stays: held.stays,
    }
}

fn of_entry(known: Known, entry: &Entry) -> Option<Cell> {
    let Known { garden, catalogue, .. } = known;
    let draft = garden.turns.wish(entry.wish)?;
    Some(Cell {
        at: entry.at,
        year: entry.year,
        family: catalogue.crop(&draft.crop)?.family.clone(),
        stood: Stood::Crop(draft.crop.clone()),
        parts: draft.parts,
        centisquares: Some(u32::from(entry.squares) * 100),
        kind: CellKind::Planned,
        wish: Some(entry.wish),
        patch: None,
        past: None,
        stays: false,
    })
}

fn ties(catalogue: &Catalogue, problem: &Problem, ledger: &Ledger, from: i16) -> Vec<Tie> {
    let mut ties: Vec<Tie> = ledger.clashes.iter().filter_map(|clash| tie(catalogue, problem, clash, false)).collect();
    ties.extend(past_clashes(problem, from).iter().filter_map(|clash| tie(catalogue, problem, clash, true)));
    fn key(tie: &Tie) -> (bool, bool, i16, Piece, &str, i16) {
        (tie.past, tie.planted, tie.later, tie.at, &tie.family, tie.earlier)
    }
    ties.sort_by(|a, b| key(a).cmp(&key(b)));
    (1..).zip(&mut ties).for_each(|(number, tie)| tie.number = number);
    ties
}

fn tie(catalogue: &Catalogue, problem: &Problem, clash: &Clash, past: bool) -> Option<Tie> {
    let (family, crop) = Problem::named(catalogue, &clash.family);
    Some(Tie {
        number: 0,
        family: family.to_string(),
        crop: crop.map(str::to_string),
        half: is_light(&clash.family),
        sort: clash.family.clone(),
        after: clash.after.as_deref().map(|after| Problem::named(catalogue, after).0.to_string()),
        at: problem.piece(&clash.section)?,
        earlier: problem.year(clash.earlier),
        later: problem.year(clash.later),
        interval: clash.interval,
        planted: past || !is_of_plan(problem, clash),
        past,
    })
}

/// Families that came back too soon already, in the years that are shown; each to its latest earlier stand.
fn past_clashes(problem: &Problem, from: i16) -> Vec<Clash> {
    let instance = &problem.instance;
    let sections: BTreeMap<&str, &Section> = instance.sections.iter().map(|section| (section.id.as_str(), section)).collect();
    let families: BTreeMap<&str, &Family> = instance.families.iter().map(|family| (family.id.as_str(), family)).collect();
    // Where and when each family stood, of any sort; and where it stood so that it is waited for.
    let (mut any, mut lasting) = (BTreeSet::new(), BTreeSet::new());
    for stood in instance.history.iter().filter(|stood| stood.year < 0 && !stood.family.starts_with('=')) {
        let Some(family) = families.get(stood.family.as_str()) else { continue };
        let at = (stood.section.as_str(), family.of.as_deref().unwrap_or(&family.id), stood.year);
        any.insert(at);
        if !family.harmless {
            lasting.insert(at);
        }
    }
    let clash = |&(at, root, later): &(&str, &str, i32)| {
        let (section, family) = (sections.get(at)?, families.get(root)?);
        let interval = instance.interval(family, section);
        let mut years = (1..interval as i32).map(|gap| later - gap);
        let earlier = years.find(|earlier| lasting.contains(&(at, root, *earlier)))?;
        let through = family.stays && (earlier + 1..later).all(|year| any.contains(&(at, root, year)));
        let one = through || instance.one_stand(root, at, earlier, later);
        let (family, section) = (root.to_string(), at.to_string());
        (!one).then_some(Clash { family, section, earlier, later, after: None, interval, cost: 0 })
    };
    let shown = |at: &&(&str, &str, i32)| problem.year(at.2) >= from;
    any.iter().filter(shown).filter_map(clash).collect()
}

fn notes(known: Known, cells: &[Cell], from: i16) -> Vec<Note> {
    let mut notes = BTreeSet::new();
    let moving: Vec<&Cell> = cells.iter().filter(|cell| !cell.stays && cell.year >= from).collect();
    for (at, first) in moving.iter().enumerate() {
        for then in moving.iter().skip(at + 1).take_while(|then| then.at == first.at && then.year <= first.year + 1) {
            if let Some(note) = note(known, first, then) {
                notes.insert(note);
            }
        }
    }
    // One remark of a kind is enough for a piece of ground and year.
    let mut notes: Vec<Note> = notes.into_iter().collect();
    notes.dedup_by(|a, b| a.kind != NoteKind::TwiceInAYear && (a.year, a.at, a.kind) == (b.year, b.at, b.kind));
    notes
}

fn note(known: Known, first: &Cell, then: &Cell) -> Option<Note> {
    let Known { garden, catalogue, .. } = known;
    let feeding = |cell: &Cell| match &cell.stood {
        Stood::Crop(key) => catalogue.crop(key).map(|crop| crop.feeding),
        Stood::Family(key) => catalogue.family(key).map(|family| family.feeding),
    };
    if first.patch.is_some() && first.patch == then.patch {
        return None;
    }
    let follows = first.kind != CellKind::Remembered && then.kind != CellKind::Remembered && !first.parts.meet(then.parts);
    let (first, then) = if first.year == then.year && starts(first) > starts(then) { (then, first) } else { (first, then) };
    let same_ground = first.patch.zip(then.patch).is_none_or(|(a, b)| {
        let rect = |id| garden.patch(id).map(|patch| patch.rect);
        rect(a).zip(rect(b)).is_some_and(|(a, b)| a.overlaps(b))
    });
    let kind = if first.year == then.year {
        if !follows || !same_ground {
            return None;
        }
        match (feeding(first)?, feeding(then)?) {
            _ if first.family == then.family => NoteKind::TwiceInAYear,
            (Feeding::Giver, Feeding::Heavy) => NoteKind::GiverFirst,
            _ => return None,
        }
    } else {
        match (feeding(first)?, feeding(then)?) {
            (Feeding::Heavy, Feeding::Heavy) => NoteKind::HungryAgain,
            (Feeding::Giver, Feeding::Heavy) => NoteKind::GiverFirst,
            _ => return None,
        }
    };
    let name = |cell: &Cell| catalogue.name_of(&cell.stood).unwrap_or_default().to_string();
    Some(Note { year: then.year, at: then.at, kind, first: name(first), then: name(then) })
}

fn starts(cell: &Cell) -> TurnPart {
    cell.parts.list().first().copied().unwrap_or(TurnPart::Late)
}
