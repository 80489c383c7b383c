//! Wishes about the years ahead: rules, wishes, pins, memories typed at speed, kept plans.

use crate::catalogue::Catalogue;
use crate::change::draft;
use crate::change::draft::plain;
use crate::change::planner::{Planner, next};
use crate::change::varieties::of_the_crop;
use crate::change::wants::Wanted;
use crate::climate::calendar::YEARS;
use crate::known::Known;
use crate::limits::{self, MOST_ENTRIES, MOST_IN_A_BED, MOST_KEPT_ENTRIES, MOST_PLANS, MOST_WISHES, number};
use crate::turns::ground::plots;
use crate::turns::held::usual_wish;
use crate::wants;
use serde::{Deserialize, Serialize};
use sparrow_facts::bed::{Bed, Trellis};
use sparrow_facts::difference;
use sparrow_facts::edit;
use sparrow_facts::edit::{Edit, Fact};
use sparrow_facts::garden::Garden;
use sparrow_facts::history::Stood;
use sparrow_facts::ids::{BedId, NumbersGiven, TurnPlanId, WishId};
use sparrow_facts::name::{alike, repeated};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::turns::{
    Closing, Entry, OwnFamily, Piece, Pinned, SoilFinding, TurnPlan, TurnSchool, TurnWish, Turns, TurnsUnit, Unknown, WishDraft,
};
use sparrow_facts::units::Length;
use std::collections::BTreeSet;

/// A change of what a household said about its turns; several are made as one.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "turn", rename_all = "kebab-case", deny_unknown_fields)]
#[allow(missing_docs, reason = "the fields are those of the facts they change, documented there")]
pub enum TurnChange {
    /// Say how many years are planned and by which rules.
    SetRules { years: u8, school: TurnSchool, unit: TurnsUnit, covers_count: bool },
    /// Note a bed as shady, or no longer.
    Shade { bed: BedId, shady: bool },
    /// Let the halves of a bed's sections count apart, or no longer.
    Divide { bed: BedId, divided: bool },
    /// Put a trellis along the far side of a bed.
    Trellis { bed: BedId },
    /// Set the household's interval and risk for a family, or go back to the catalogue's.
    SetFamily { family: String, values: Option<(u8, u8)> },
    /// Note a trouble in the soil of a bed, or with nothing that it is over.
    Find { bed: BedId, family: String, found: Option<(String, u8)> },
    /// Wish for a crop.
    Wish { wish: WishDraft },
    /// Wish for it otherwise.
    ChangeWish { id: WishId, wish: WishDraft },
    /// Wish for it no longer.
    RemoveWish { id: WishId },
    /// Fix a wish to a piece of ground in a year, or let it go.
    Pin { pin: Pinned, fixed: bool },
    /// Let ground lie fallow for a year, or plant it again.
    Close { closing: Closing, closed: bool },
    /// Say that nobody knows what stood in a bed in a year, or take that back.
    DontKnow { unknown: Unknown, is: bool },
    /// Remember what stood in a bed in a year, as typed: 'tomatoes, potatoes'; or 'don't know'.
    Remember { bed: BedId, section: Option<u8>, year: i16, words: String },
    /// Keep a plan under a name, anew or in place of the one of that name; and follow it.
    KeepPlan { name: String, entries: Vec<Entry> },
    /// Follow another plan.
    FollowPlan { id: TurnPlanId },
    /// Forget a plan.
    ForgetPlan { id: TurnPlanId },
}

/// What changes of the turns would change in a garden, or why they are refused.
pub fn plan(known: Known, changes: &[TurnChange]) -> Result<Vec<Edit>, Refusal> {
    let garden = known.garden;
    limits::changes(changes.len())?;
    // A number that goes in one change is not given again in the next.
    let wish = next(garden.turns.wishes.iter().map(|wish| wish.id.0).chain([known.given.wish])) - 1;
    let known = known.with_numbers(NumbersGiven { wish, ..known.given });
    let mut growing = garden.clone();
    let mut edits = Vec::new();
    for change in changes {
        let made = Planner { known: known.on(&growing) }.turn(change)?;
        edit::apply(&mut growing, &made);
        edits.extend(made);
    }
    if edits.is_empty() { Err(Refusal::NothingTo { what: "change: it is so already" }) } else { Ok(edits) }
}

/// The wishes of crops and varieties as all wants of them come to in a year: new ones, or the first that is there with other squares.
///
/// # Errors
/// When nothing is wanted of one of them, or nobody can say how much, or the wishes are what is wanted already.
pub fn wish_wants(known: Known, year: i16, wanted: &[Wanted]) -> Result<Vec<Edit>, Refusal> {
    limits::year("year", year, YEARS)?;
    limits::changes(wanted.len())?;
    let all = wants::wants(known, year).wished;
    let change = |of: &Wanted| {
        let found = all.iter().find(|one| (&one.crop, one.variety) == (&of.crop, of.variety));
        let found = found.ok_or_else(|| Refusal::Unknown { what: "wanted crop", key: of.crop.clone() })?;
        let Some(squares) = found.becomes else { return Ok(None) };
        Ok(Some(match found.wish.and_then(|id| Some((id, known.garden.turns.wish(id)?))) {
            Some((id, wish)) => TurnChange::ChangeWish { id, wish: WishDraft { squares, ..wish.clone() } },
            None => TurnChange::Wish { wish: WishDraft { squares, ..usual_wish(known, &of.crop, of.variety)? } },
        }))
    };
    let changes: Vec<Option<TurnChange>> = wanted.iter().map(change).collect::<Result<_, Refusal>>()?;
    let changes: Vec<TurnChange> = changes.into_iter().flatten().collect();
    if changes.is_empty() { Err(Refusal::NothingTo { what: "change: it is so already" }) } else { plan(known, &changes) }
}

/// The edits that leave out of the turns what names ground or wishes that are gone.
pub fn pruned(garden: &Garden, after: &Garden) -> Vec<Edit> {
    let pieces: Vec<Piece> = plots(after).into_iter().map(|plot| plot.at).collect();
    let mut turns = garden.turns.clone();
    turns.prune(|piece| pieces.contains(&piece), |bed| after.bed(bed).is_some());
    difference::turns(&garden.turns, &turns)
}

impl Planner<'_> {
    fn turn(&self, change: &TurnChange) -> Result<Vec<Edit>, Refusal> {
        match change {
            TurnChange::Remember { bed, section, year, words } => return self.remember_words(*bed, *section, *year, words),
            TurnChange::Trellis { bed } => return self.put_trellis(*bed),
            _ => {}
        }
        let mut turns = self.known.garden.turns.clone();
        self.change_turns(&mut turns, change)?;
        let after = Garden { turns: turns.clone(), ..self.known.garden.clone() };
        check(self.known.on(&after)).map_err(|(_, why)| why)?;
        let pieces: Vec<Piece> = plots(&after).into_iter().map(|plot| plot.at).collect();
        turns.prune(|piece| pieces.contains(&piece), |bed| after.bed(bed).is_some());
        Ok(difference::turns(&self.known.garden.turns, &turns))
    }

    fn change_turns(&self, turns: &mut Turns, change: &TurnChange) -> Result<(), Refusal> {
        let unknown = |what: &'static str, key: u32| Refusal::Unknown { what, key: key.to_string() };
        match change {
            TurnChange::SetRules { years, school, unit, covers_count } => {
                (turns.years, turns.school, turns.covers_count) = (*years, *school, *covers_count);
                count_by(turns, *unit);
            }
            TurnChange::Shade { bed, shady } => toggle(&mut turns.shady, *bed, *shady),
            TurnChange::Divide { bed, divided } => {
                toggle(&mut turns.divided, *bed, *divided);
                forget_pieces(turns, *bed);
            }
            TurnChange::SetFamily { family, values } => {
                turns.families.retain(|own| own.family != *family);
                turns.families.extend(values.map(|(interval, risk)| OwnFamily { family: family.clone(), interval, risk }));
                turns.families.sort_by(|a, b| a.family.cmp(&b.family));
            }
            TurnChange::Find { bed, family, found } => {
                turns.findings.retain(|finding| (finding.bed, &finding.family) != (*bed, family));
                if let Some((what, interval)) = found {
                    let what = draft::text("what was found", what, limits::FOUND)?;
                    turns.findings.push(SoilFinding { bed: *bed, family: family.clone(), interval: *interval, what });
                }
                turns.findings.sort_by(|a, b| (a.bed, &a.family).cmp(&(b.bed, &b.family)));
            }
            TurnChange::Wish { wish } => {
                let id = WishId(next(turns.wishes.iter().map(|wish| wish.id.0).chain([self.known.given.wish])));
                turns.wishes.push(TurnWish { id, wish: wish.clone() });
            }
            TurnChange::ChangeWish { id, wish } => {
                let known = turns.wishes.iter_mut().find(|known| known.id == *id);
                known.ok_or_else(|| unknown("wish", id.0))?.wish = wish.clone();
            }
            TurnChange::RemoveWish { id } => {
                turns.wish(*id).ok_or_else(|| unknown("wish", id.0))?;
                give_up(turns, *id);
            }
            TurnChange::Pin { pin, fixed } => {
                turns.pins.retain(|other| (other.wish, other.year) != (pin.wish, pin.year));
                turns.pins.extend(fixed.then_some(*pin));
                turns.pins.sort();
            }
            TurnChange::Close { closing, closed } => {
                toggle(&mut turns.closed, *closing, *closed);
            }
            TurnChange::DontKnow { unknown, is } => toggle(&mut turns.unknown, *unknown, *is),
            TurnChange::KeepPlan { name, entries } => {
                keep_plan(turns, draft::text("the plan's name", name, limits::NAME)?, entries);
            }
            TurnChange::FollowPlan { id } => {
                turns.plans.iter().find(|plan| plan.id == *id).ok_or_else(|| unknown("plan", id.0))?;
                turns.plans.iter_mut().for_each(|plan| plan.followed = plan.id == *id);
            }
            TurnChange::ForgetPlan { id } => {
                turns.plans.iter().find(|plan| plan.id == *id).ok_or_else(|| unknown("plan", id.0))?;
                turns.plans.retain(|plan| plan.id != *id);
            }
            TurnChange::Remember { .. } | TurnChange::Trellis { .. } => {}
        }
        Ok(())
    }

    fn put_trellis(&self, id: BedId) -> Result<Vec<Edit>, Refusal> {
        let before = self.known.bed(id)?;
        let trellis = Trellis { from_far: Length::tenths_mm(0), start: Length::tenths_mm(0), end: before.length };
        if before.trellises.contains(&trellis) {
            return Err(Refusal::NothingTo { what: "put up: that trellis stands already" });
        }
        if before.trellises.len() >= MOST_IN_A_BED {
            return Err(Refusal::TooManyThings { what: "trellises in one bed", most: MOST_IN_A_BED });
        }
        let mut after: Bed = before.clone();
        after.trellises.push(trellis);
        Ok(vec![before.becomes(after)])
    }

    fn remember_words(&self, bed: BedId, section: Option<u8>, year: i16, words: &str) -> Result<Vec<Edit>, Refusal> {
        let unknown = Unknown { bed, year };
        let known = |is: bool| TurnChange::DontKnow { unknown, is };
        if ["don't know", "don’t know", "dont know", "?", "unknown"].contains(&words.trim().to_lowercase().as_str()) {
            return self.turn(&known(true));
        }
        let names: Vec<&str> = words.split([',', ';', '\n']).map(str::trim).filter(|name| !name.is_empty()).collect();
        if names.is_empty() {
            return Err(Refusal::Missing { field: "crop or family that stood there" });
        }
        let mut growing = self.known.garden.clone();
        let mut edits = self.turn(&known(false))?;
        edit::apply(&mut growing, &edits);
        for name in names {
            let planner = Planner { known: self.known.on(&growing) };
            let stood = read_stood(self.known.catalogue, name)
                .ok_or_else(|| Refusal::Unknown { what: "crop or family", key: name.to_string() })?;
            match planner.remember(bed, section, year, &stood) {
                // Typing the same list again is no fault.
                Err(Refusal::AlreadyRemembered { .. }) => {}
                made => {
                    let made = made?;
                    edit::apply(&mut growing, &made);
                    edits.extend(made);
                }
            }
        }
        Ok(edits)
    }
}

fn toggle<T: Ord>(list: &mut Vec<T>, one: T, is: bool) {
    list.retain(|other| *other != one);
    if is {
        list.push(one);
    }
    list.sort();
}

/// What a gardener's word for a crop or a family means: 'tomatoes', 'corn', 'onion family'; where several crops of one family
/// may be meant, as by 'squash', the family.
pub fn read_stood(catalogue: &Catalogue, word: &str) -> Option<Stood> {
    let same = |name: &str| alike(name, word);
    let family = catalogue
        .families
        .iter()
        .find(|family| same(&family.name) || same(&family.key) || same(family.name.trim_end_matches(" family")));
    let crop = catalogue.crops.iter().find(|crop| same(&crop.name) || same(&crop.plural) || same(&crop.key));
    if let Some(crop) = crop {
        return Some(Stood::Crop(crop.key.clone()));
    }
    if let Some(family) = family {
        return Some(Stood::Family(family.key.clone()));
    }
    let meant: Vec<_> = catalogue.meant(word).into_iter().filter_map(|meant| catalogue.crop(&meant.crop)).collect();
    let first = meant.first()?;
    if meant.iter().all(|crop| crop.key == first.key) {
        return Some(Stood::Crop(first.key.clone()));
    }
    meant.iter().all(|crop| crop.family == first.family).then(|| Stood::Family(first.family.clone()))
}

/// Leaves out a wish with all that was fixed and planned for it.
fn give_up(turns: &mut Turns, wish: WishId) {
    turns.wishes.retain(|one| one.id != wish);
    turns.pins.retain(|pin| pin.wish != wish);
    turns.plans.iter_mut().for_each(|plan| plan.entries.retain(|entry| entry.wish != wish));
}

/// Pieces are counted anew by another unit: what is fixed to the old ones would mean other ground now.
fn count_by(turns: &mut Turns, unit: TurnsUnit) {
    if turns.unit != unit {
        turns.unit = unit;
        turns.pins.clear();
        turns.closed.clear();
        turns.plans.clear();
    }
}

/// What is fixed, closed or planned on a bed's pieces is dropped: other pieces of it are counted now.
fn forget_pieces(turns: &mut Turns, bed: BedId) {
    let own = |at: &Piece| at.bed == bed;
    turns.pins.retain(|pin| !own(&pin.at));
    turns.closed.retain(|closing| !own(&closing.at));
    turns.plans.iter_mut().for_each(|plan| plan.entries.retain(|entry| !own(&entry.at)));
}

/// Keeps a plan under its name, in place of one kept there before, and follows it.
fn keep_plan(turns: &mut Turns, name: String, entries: &[Entry]) {
    turns.plans.iter_mut().for_each(|plan| plan.followed = false);
    // A wish may have been given up since the plan was drawn; its places go with it.
    let mut entries: Vec<Entry> = entries.iter().filter(|entry| turns.wish(entry.wish).is_some()).copied().collect();
    entries.sort();
    match turns.plans.iter_mut().find(|plan| alike(&plan.name, &name)) {
        Some(plan) => (plan.followed, plan.entries) = (true, entries),
        None => {
            let id = TurnPlanId(next(turns.plans.iter().map(|plan| plan.id.0)));
            turns.plans.push(TurnPlan { id, name, followed: true, entries });
        }
    }
}

/// A fact of the turns that cannot be, and its place in the garden's file.
type Wrong = (String, Refusal);

fn at(list: &str, index: usize, why: Refusal) -> Wrong {
    (format!("turns.{list}[{index}]"), why)
}

fn whole(why: Refusal) -> Wrong {
    ("turns".to_string(), why)
}

fn year(year: i16) -> Result<(), Refusal> {
    number("year", i64::from(year), limits::TURN_YEAR)
}

fn bed(garden: &Garden, id: BedId) -> Result<(), Refusal> {
    garden.bed(id).map(|_| ()).ok_or_else(|| Refusal::Unknown { what: "bed", key: id.0.to_string() })
}

/// Checks all that a household said about its turns; the error names the fact's place.
pub fn check(known: Known) -> Result<(), Wrong> {
    check_many(&known.garden.turns)?;
    check_ground(known)?;
    check_plans(known.garden)?;
    ordered(&known.garden.turns).map_err(whole)
}

/// How much of everything there may be.
fn check_many(turns: &Turns) -> Result<(), Wrong> {
    number("number of years planned", turns.years.into(), limits::YEARS_PLANNED).map_err(whole)?;
    let lists = [
        ("wishes", turns.wishes.len(), MOST_WISHES),
        ("kept plans", turns.plans.len(), MOST_PLANS),
        ("pins", turns.pins.len(), MOST_ENTRIES),
        ("closed pieces of ground", turns.closed.len(), MOST_ENTRIES),
        ("unknown years", turns.unknown.len(), MOST_ENTRIES),
        ("findings", turns.findings.len(), MOST_ENTRIES),
        ("entries of all plans", turns.plans.iter().map(|plan| plan.entries.len()).sum(), MOST_KEPT_ENTRIES),
    ];
    for (what, many, most) in lists {
        if many > most {
            return Err(whole(Refusal::TooManyThings { what, most }));
        }
    }
    Ok(())
}

/// What is said of beds, families and wishes.
fn check_ground(known: Known) -> Result<(), Wrong> {
    let Known { garden, catalogue, .. } = known;
    let turns = &garden.turns;
    let family =
        |key: &str| catalogue.family(key).map(|_| ()).ok_or_else(|| Refusal::Unknown { what: "family", key: key.to_string() });
    turns.shady.iter().chain(&turns.divided).try_for_each(|id| bed(garden, *id)).map_err(whole)?;
    for (index, own) in turns.families.iter().enumerate() {
        family(&own.family)
            .and_then(|()| number("interval in years", own.interval.into(), limits::INTERVAL))
            .and_then(|()| number("risk", own.risk.into(), limits::RISK))
            .map_err(|why| at("families", index, why))?;
    }
    for (index, finding) in turns.findings.iter().enumerate() {
        bed(garden, finding.bed)
            .and_then(|()| family(&finding.family))
            .and_then(|()| number("interval in years", finding.interval.into(), limits::FOUND_INTERVAL))
            .and_then(|()| plain("what was found", &finding.what, limits::FOUND))
            .map_err(|why| at("findings", index, why))?;
    }
    for (index, wish) in turns.wishes.iter().enumerate() {
        check_wish(garden, catalogue, &wish.wish).map_err(|why| at("wishes", index, why))?;
    }
    for unknown in &turns.unknown {
        bed(garden, unknown.bed).and_then(|()| year(unknown.year)).map_err(whole)?;
    }
    Ok(())
}

/// What is fixed to pieces of ground, year by year.
fn check_plans(garden: &Garden) -> Result<(), Wrong> {
    let turns = &garden.turns;
    let pieces: BTreeSet<Piece> = plots(garden).into_iter().map(|plot| plot.at).collect();
    let piece = |at: Piece| {
        let lost = || Refusal::Unknown { what: "piece of ground", key: format!("{} of bed {}", at.piece + 1, at.bed.0) };
        bed(garden, at.bed).and_then(|()| pieces.contains(&at).then_some(()).ok_or_else(lost))
    };
    let wish = |id: WishId| turns.wish(id).map(|_| ()).ok_or_else(|| Refusal::Unknown { what: "wish", key: id.0.to_string() });
    for pin in &turns.pins {
        wish(pin.wish).and_then(|()| piece(pin.at)).and_then(|()| year(pin.year)).map_err(whole)?;
    }
    for closing in &turns.closed {
        piece(closing.at).and_then(|()| year(closing.year)).map_err(whole)?;
    }
    for (index, plan) in turns.plans.iter().enumerate() {
        let why = |why| at("plans", index, why);
        plain("the plan's name", &plan.name, limits::NAME).map_err(why)?;
        if plan.entries.len() > MOST_ENTRIES {
            return Err(why(Refusal::TooManyThings { what: "entries of a plan", most: MOST_ENTRIES }));
        }
        for entry in &plan.entries {
            piece(entry.at)
                .and_then(|()| wish(entry.wish))
                .and_then(|()| year(entry.year))
                .and_then(|()| number("squares", entry.squares.into(), limits::SQUARES))
                .map_err(why)?;
        }
    }
    Ok(())
}

/// Lists stand in the order of their keys, each once, so that equal gardens are equal values.
fn ordered(turns: &Turns) -> Result<(), Refusal> {
    fn rising<T: Ord>(keys: impl Iterator<Item = T>) -> bool {
        let keys: Vec<T> = keys.collect();
        keys.windows(2).all(|pair| pair[0] < pair[1])
    }
    let numbers = |first: Option<u32>| first != Some(0);
    let right = rising(turns.wishes.iter().map(|wish| wish.id))
        && numbers(turns.wishes.first().map(|wish| wish.id.0))
        && rising(turns.plans.iter().map(|plan| plan.id))
        && numbers(turns.plans.first().map(|plan| plan.id.0))
        && rising(turns.shady.iter())
        && rising(turns.divided.iter())
        && rising(turns.families.iter().map(|own| &own.family))
        && rising(turns.findings.iter().map(|finding| (finding.bed, &finding.family)))
        && rising(turns.pins.iter().map(|pin| (pin.wish, pin.year)))
        && rising(turns.closed.iter())
        && rising(turns.unknown.iter())
        && turns.plans.iter().all(|plan| rising(plan.entries.iter().map(|entry| (entry.wish, entry.year, entry.at))))
        && turns.plans.iter().filter(|plan| plan.followed).count() <= 1;
    if !right {
        return Err(Refusal::OutOfOrder { list: "turns" });
    }
    match repeated(turns.plans.iter().map(|plan| plan.name.as_str())) {
        Some(plan) => Err(Refusal::PlanTaken { name: turns.plans[plan].name.clone() }),
        None => Ok(()),
    }
}

fn check_wish(garden: &Garden, catalogue: &Catalogue, wish: &WishDraft) -> Result<(), Refusal> {
    catalogue.crop(&wish.crop).ok_or_else(|| Refusal::Unknown { what: "crop", key: wish.crop.clone() })?;
    of_the_crop(garden, &wish.crop, wish.variety)?;
    number("squares", wish.squares.into(), limits::SQUARES)?;
    number("every so many years", wish.years.every.into(), limits::EVERY)?;
    for year in [wish.years.first, wish.years.last].into_iter().flatten() {
        number("year", year.into(), limits::TURN_YEAR)?;
    }
    if let (Some(first), Some(last)) = (wish.years.first, wish.years.last)
        && last < first
    {
        return Err(Refusal::NumberOutOfRange { field: "last year", value: last.into(), least: first.into(), most: 9998 });
    }
    if wish.parts == sparrow_facts::turns::Parts::default() {
        return Err(Refusal::NoneChosen { field: "part of the year", of: "early, main or late" });
    }
    Ok(())
}
