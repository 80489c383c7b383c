//! The rotation problem of a garden: its pieces, wishes, rules and history in the words of the solver.

use crate::catalogue::{Catalogue, Crop, Feeding, Life, Rotation};
use crate::known::Known;
use crate::rules::past::{rotation, values};
use crate::turns::ground::{Plot, plots};
use crate::turns::held::{Held, held};
use sparrow_facts::garden::Garden;
use sparrow_facts::history::Stood;
use sparrow_facts::ids::{PatchId, WishId};
use sparrow_facts::turns::{Entry, Piece, Pinned, TurnPart, TurnSchool, WishDraft};
use sparrow_rotate as rotate;
use sparrow_rotate::{Assign, Closed, Demand, Instance, Longer, Pin, Section, Taken, Weights};
use std::collections::{BTreeMap, BTreeSet};

/// Years that the school of 'never the same spot' keeps a crop away: three in between.
const SPOT_YEARS: u32 = 4;
/// No family waits longer than twelve years; what is older than this says nothing.
const LONGEST_MEMORY: i32 = 30;
/// How the names of what is out before it does harm, and of resistant varieties, end in the solver.
const LIGHT: &str = "/light";
const RESISTANT: &str = "/resistant";
/// Risk counts are doubled in the solver, so that a resistant variety can have half of one.
const HALVES: u32 = 2;

/// A garden's rotation problem, and what its names mean.
#[derive(Debug, Clone)]
pub struct Problem {
    /// The first planned growing year.
    pub first: i16,
    /// The pieces of ground.
    pub plots: Vec<Plot>,
    /// What stood and is planted.
    pub held: Vec<Held>,
    /// The problem.
    pub instance: Instance,
}

/// Whether a name of the solver's is of what is out before it does harm.
pub fn is_light(name: &str) -> bool {
    name.ends_with(LIGHT)
}

fn section_id(at: Piece) -> String {
    format!("{}.{}", at.bed.0, at.piece)
}

fn part_id(part: TurnPart) -> &'static str {
    match part {
        TurnPart::Early => "early",
        TurnPart::Main => "main",
        TurnPart::Late => "late",
    }
}

impl Problem {
    /// States the problem that a garden poses on a day.
    pub fn of(known: Known) -> Self {
        let Known { garden, today, .. } = known;
        let first = known.grower.weather.planning_year(today);
        let plots = plots(garden);
        let held = held(known, &plots);
        let mut problem = Problem { first, plots, held, instance: Instance::default() };
        problem.say_ground(garden);
        problem.say_wishes(known);
        problem.say_held(known);
        problem.say_fixed(garden);
        problem.say_families(known);
        problem
    }

    /// The number of a planned year in the solver.
    pub fn number(&self, year: i16) -> i32 {
        i32::from(year) - i32::from(self.first)
    }

    /// The growing year of a number.
    pub fn year(&self, number: i32) -> i16 {
        i16::try_from(i32::from(self.first) + number).unwrap_or(self.first)
    }

    /// The piece of ground of a section's name.
    pub fn piece(&self, section: &str) -> Option<Piece> {
        self.plots.iter().map(|plot| plot.at).find(|&at| section_id(at) == section)
    }

    /// The name of a piece of ground.
    pub fn section(at: Piece) -> String {
        section_id(at)
    }

    /// The wish a demand stands for.
    pub fn wish(demand: &str) -> Option<WishId> {
        demand.strip_prefix('w').and_then(|rest| rest.split('.').next()?.parse().ok()).map(WishId)
    }

    /// The name of a wish in the solver, in years in which nothing of it is planted.
    pub fn demand(wish: WishId) -> String {
        format!("w{}", wish.0)
    }

    /// The name a crop's family has in the solver: the family's; the crop's own where only spots count, or where it waits for
    /// nothing; one of its own for what is out before it does harm, and for resistant varieties, which are a sort of their family.
    fn family(garden: &Garden, crop: &Crop, resistant: bool) -> String {
        match (rotation(garden, crop), garden.turns.school) {
            (Rotation::None, _) => format!("~{}", crop.key),
            (_, TurnSchool::NeverTheSameSpot) => format!("={}", crop.key),
            (Rotation::Light, _) => format!("{}{LIGHT}", crop.family),
            (Rotation::Host, _) if resistant => format!("{}{RESISTANT}", crop.family),
            (Rotation::Host, _) => crop.family.clone(),
        }
    }

    /// The catalogue's family that a solver's name speaks of, and the crop where it is one crop's own.
    pub fn named<'n>(catalogue: &'n Catalogue, name: &'n str) -> (&'n str, Option<&'n str>) {
        match name.strip_prefix(['=', '~']) {
            Some(key) => (catalogue.crop(key).map_or("", |crop| crop.family.as_str()), Some(key)),
            None => (name.trim_end_matches(LIGHT).trim_end_matches(RESISTANT), None),
        }
    }

    fn say_ground(&mut self, garden: &Garden) {
        let turns = &garden.turns;
        self.instance.years = i32::from(turns.years);
        self.instance.slots = [TurnPart::Early, TurnPart::Main, TurnPart::Late].map(part_id).map(str::to_string).into();
        self.instance.weights = match turns.school {
            TurnSchool::FamilyFirst => Weights { clash: 100 / u64::from(HALVES), ..Weights::default() },
            TurnSchool::FeedingFirst => Weights { clash: 10, hungry: 300, ..Weights::default() },
            TurnSchool::NeverTheSameSpot => Weights { clash: 100 / u64::from(HALVES), ..Weights::default() },
        };
        let tag = |yes: bool, word: &str| yes.then(|| word.to_string());
        self.instance.sections = self
            .plots
            .iter()
            .map(|plot| Section {
                id: section_id(plot.at),
                squares: plot.squares.into(),
                tags: [
                    tag(plot.trellis, "trellis"),
                    tag(plot.deep, "deep"),
                    tag(plot.sun, "sun"),
                    tag(plot.container, "container"),
                ]
                .into_iter()
                .flatten()
                .collect(),
            })
            .collect();
    }

    fn say_wishes(&mut self, known: Known) {
        let Known { garden, catalogue, .. } = known;
        for wish in &garden.turns.wishes {
            let Some(crop) = catalogue.crop(&wish.wish.crop) else { continue };
            let (mut whole, mut rest) = (Vec::new(), Vec::new());
            for number in self.instance.planned().filter(|&number| wish.wish.years.holds(self.year(number))) {
                let planted = self.planted(&crop.key, self.year(number));
                match u32::from(wish.wish.squares).checked_sub(planted) {
                    Some(0) | None => {}
                    Some(_) if planted == 0 => whole.push(number),
                    Some(left) => rest.push((number, left)),
                }
            }
            let demand = Demand {
                id: Self::demand(wish.id),
                family: Self::family(garden, crop, wish.wish.resistant),
                feeding: Some(hunger(crop.feeding)),
                squares: wish.wish.squares.into(),
                slots: wish.wish.parts.list().into_iter().map(|part| part_id(part).to_string()).collect(),
                needs: needs(&wish.wish),
                years: Some(whole),
                overwinters: wish.wish.winters,
            };
            // A year in which part of it is planted wants only the rest: a demand of its own.
            for (number, squares) in rest {
                let id = format!("{}.{number}", demand.id);
                self.instance.demands.push(Demand { id, squares, years: Some(vec![number]), ..demand.clone() });
            }
            self.instance.demands.push(demand);
        }
    }

    /// Squares of a crop that are planted to be lifted in a growing year, part squares counted whole.
    fn planted(&self, crop: &str, year: i16) -> u32 {
        let lifted = self.held.iter().filter(|held| held.patch.is_some() && held.year == year && held.last);
        let own = lifted.filter(|held| matches!(&held.stood, Stood::Crop(key) if key == crop));
        own.map(|held| held.centisquares.unwrap_or(100)).sum::<u32>().div_ceil(100)
    }

    /// The demand that stands for a wish in a planned year.
    fn demand_in(&self, wish: WishId, number: i32) -> Option<&Demand> {
        self.instance.demands.iter().find(|demand| Self::wish(&demand.id) == Some(wish) && self.instance.wanted(demand, number))
    }

    fn say_held(&mut self, known: Known) {
        let garden = known.garden;
        let last = self.number(self.first) + i32::from(garden.turns.years) - 1;
        let mut taken: BTreeMap<(Piece, i32), u32> = BTreeMap::new();
        // Each is said once; thousands may have stood.
        let (mut history, mut through) = (BTreeSet::new(), BTreeSet::new());
        // What stands of a family in a piece of ground and year.
        let mut there: BTreeMap<(Piece, i16, &str), BTreeSet<Option<PatchId>>> = BTreeMap::new();
        for held in &self.held {
            there.entry((held.at, held.year, &held.family)).or_default().insert(held.patch);
        }
        for held in &self.held {
            let number = self.number(held.year);
            if number > last || number < -LONGEST_MEMORY {
                continue;
            }
            for (family, feeding) in self.families_of(known, held) {
                let stood = rotate::Stood { year: number, section: section_id(held.at), family, feeding };
                if history.insert(stood.clone()) {
                    self.instance.history.push(stood.clone());
                }
                // Another stand of the family in the same ground and year ends what stood through.
                let alone = there.get(&(held.at, held.year, held.family.as_str())).is_none_or(|all| all.len() == 1);
                if held.still && alone && through.insert(stood.clone()) {
                    self.instance.through.push(stood);
                }
            }
            if number >= 0 {
                *taken.entry((held.at, number)).or_default() += held.centisquares.unwrap_or(100).div_ceil(100);
            }
        }
        let taken = taken.into_iter();
        self.instance.taken = taken.map(|((at, year), squares)| Taken { section: section_id(at), year, squares }).collect();
    }

    /// What a stand is in the solver: one family, or where only spots count and nobody knows the crop, each of its family's that is
    /// wished for.
    fn families_of(&self, known: Known, held: &Held) -> Vec<(String, Option<rotate::Feeding>)> {
        let Known { garden, catalogue, .. } = known;
        let of = |crop: &Crop| (Self::family(garden, crop, false), Some(hunger(crop.feeding)));
        match (&held.stood, garden.turns.school) {
            (Stood::Crop(key), _) => catalogue.crop(key).filter(|_| held.rotates).map(of).into_iter().collect(),
            (Stood::Family(key), TurnSchool::NeverTheSameSpot) => {
                let wished = garden.turns.wishes.iter().filter_map(|wish| catalogue.crop(&wish.wish.crop));
                wished.filter(|crop| crop.family == *key).map(of).collect()
            }
            (Stood::Family(key), _) => vec![(key.clone(), None)],
        }
    }

    fn say_fixed(&mut self, garden: &Garden) {
        let planned = self.instance.planned();
        let pins: Vec<Pinned> =
            garden.turns.pins.iter().filter(|pin| planned.contains(&self.number(pin.year))).copied().collect();
        for pin in pins {
            self.pin(pin);
        }
        let closed =
            garden.turns.closed.iter().map(|closing| Closed { section: section_id(closing.at), year: self.number(closing.year) });
        self.instance.closed = closed.filter(|closed| planned.contains(&closed.year)).collect();
    }

    /// Fixes a wish to a piece of ground in a year.
    pub fn pin(&mut self, pin: Pinned) {
        let year = self.number(pin.year);
        let Some(demand) = self.demand_in(pin.wish, year) else { return };
        let fixed = Pin { demand: demand.id.clone(), section: section_id(pin.at), year };
        if self.piece(&fixed.section).is_some() && !self.instance.pins.contains(&fixed) {
            self.instance.pins.push(fixed);
        }
    }

    /// Lets a wish go that was fixed in a year.
    pub fn unpin(&mut self, wish: WishId, year: i16) {
        let year = self.number(year);
        self.instance.pins.retain(|pin| Self::wish(&pin.demand) != Some(wish) || pin.year != year);
    }

    fn say_families(&mut self, known: Known) {
        let named = self.instance.demands.iter().map(|demand| &demand.family);
        let mut names: Vec<String> = named.chain(self.instance.history.iter().map(|stood| &stood.family)).cloned().collect();
        // A sort of a family needs the family itself.
        let roots: Vec<String> = names.iter().filter_map(|name| name.strip_suffix(RESISTANT)).map(String::from).collect();
        names.extend(roots);
        names.sort();
        names.dedup();
        for name in &names {
            self.say_longer(known, name);
            self.instance.families.extend(family(known, name, &names));
        }
    }

    /// Where something was found in the soil, a family waits longer.
    fn say_longer(&mut self, known: Known, name: &str) {
        let (key, own) = Self::named(known.catalogue, name);
        for finding in known.garden.turns.findings.iter().filter(|finding| finding.family == key && own.is_none()) {
            let waits = u32::from(finding.interval);
            let interval = if is_light(name) { waits.div_ceil(2) } else { waits };
            let here = self.plots.iter().filter(|plot| plot.at.bed == finding.bed);
            let longer = here.map(|plot| Longer { section: section_id(plot.at), family: name.to_string(), interval });
            self.instance.longer.extend(longer);
        }
    }

    /// A plan in the solver's words: what names ground or wishes that are gone is left out, and squares
    /// beyond what is wanted now.
    pub fn assigns(&self, entries: &[Entry]) -> Vec<Assign> {
        let planned = self.instance.planned();
        let mut given: BTreeMap<(&str, i32), u32> = BTreeMap::new();
        let mut plan = Vec::new();
        for entry in entries.iter().filter(|entry| planned.contains(&self.number(entry.year))) {
            let year = self.number(entry.year);
            let (Some(demand), section) = (self.demand_in(entry.wish, year), section_id(entry.at)) else { continue };
            let given = given.entry((&demand.id, year)).or_default();
            let squares = u32::from(entry.squares).min(demand.squares - *given);
            if squares > 0 && self.piece(&section).is_some() {
                *given += squares;
                plan.push(Assign { demand: demand.id.clone(), section, year, squares });
            }
        }
        plan
    }

    /// The solver's plan in the garden's words: wishes only.
    pub fn entries(&self, plan: &[Assign]) -> Vec<Entry> {
        let entry = |assign: &Assign| {
            Some(Entry {
                wish: Self::wish(&assign.demand)?,
                year: self.year(assign.year),
                at: self.piece(&assign.section)?,
                squares: u16::try_from(assign.squares).ok()?,
            })
        };
        let mut entries: Vec<Entry> = plan.iter().filter_map(entry).collect();
        entries.sort();
        entries
    }
}

/// A family by its name in the solver, among all that are named.
fn family(known: Known, name: &str, names: &[String]) -> Option<rotate::Family> {
    let Known { garden, catalogue, .. } = known;
    let (key, own) = Problem::named(catalogue, name);
    let family = catalogue.family(key)?;
    let feeding = own.and_then(|own| catalogue.crop(own)).map_or(family.feeding, |crop| crop.feeding);
    let plain = |interval, risk| rotate::Family::plain(name, interval, risk, hunger(feeding));
    // A flower waits for nothing, and nothing for it.
    if name.starts_with('~') {
        return Some(plain(1, 0));
    }
    let stays =
        own.map_or_else(|| perennial(catalogue, key), |own| catalogue.crop(own).is_some_and(|crop| crop.life == Life::Perennial));
    if own.is_some() {
        return Some(rotate::Family { stays, ..plain(SPOT_YEARS, 3 * HALVES) });
    }
    let (interval, risk) = values(garden, family);
    let said = |other: &&String| names.contains(other);
    let after = family.after.iter().filter(said).cloned().collect();
    Some(match name {
        _ if is_light(name) => {
            let after = [key.to_string()].iter().filter(said).cloned().collect();
            rotate::Family { after, harmless: true, ..plain(interval.div_ceil(2), risk * HALVES) }
        }
        _ if name.ends_with(RESISTANT) => rotate::Family { of: Some(key.into()), stays, ..plain(interval, risk) },
        _ => rotate::Family { after, stays, ..plain(interval, risk * HALVES) },
    })
}

/// Whether all crops of a family stay where they are for years.
fn perennial(catalogue: &Catalogue, family: &str) -> bool {
    let mut crops = catalogue.crops.iter().filter(|crop| crop.family == family).peekable();
    crops.peek().is_some() && crops.all(|crop| crop.life == Life::Perennial)
}

fn needs(draft: &WishDraft) -> Vec<String> {
    needs_of(draft).into_iter().map(String::from).collect()
}

/// What a wish asks of its ground.
pub fn needs_of(draft: &WishDraft) -> Vec<&'static str> {
    let needs = draft.needs;
    let all = [(needs.trellis, "trellis"), (needs.sun, "sun"), (needs.deep, "deep"), (needs.container, "container")];
    all.into_iter().filter(|&(yes, _)| yes).map(|(_, word)| word).collect()
}

/// How hungry a family is, in the solver's words.
fn hunger(feeding: Feeding) -> rotate::Feeding {
    match feeding {
        Feeding::Heavy => rotate::Feeding::Heavy,
        Feeding::Moderate => rotate::Feeding::Moderate,
        Feeding::Light => rotate::Feeding::Light,
        Feeding::Giver => rotate::Feeding::Giver,
    }
}
