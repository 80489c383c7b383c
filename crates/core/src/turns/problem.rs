//! The rotation problem of a garden: its pieces, wishes, rules and history in the words of the solver.

use super::facts::{Entry, Piece, Pinned, TurnPart, TurnSchool, WishDraft, WishId};
use super::ground::{Plot, plots};
use super::held::{Held, held};
use crate::calendar::planning_year;
use crate::catalogue::Catalogue;
use crate::crop::{Crop, Family};
use crate::garden::Garden;
use crate::history::Stood;
use crate::rotate::{self, Assign, Closed, Demand, Instance, Longer, Pin, Section, Taken, Weights};
use jiff::civil::Date;
use std::collections::BTreeMap;

/// Years that the school of 'never the same spot' keeps a crop away: three in between.
const SPOT_YEARS: u32 = 4;
/// No family waits longer than twelve years; what is older than this says nothing.
const LONGEST_MEMORY: i32 = 30;
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

/// A family as the household has it: its key, name, interval and risk.
pub fn values(garden: &Garden, family: &Family) -> (u32, u32) {
    let own = garden.turns.families.iter().find(|own| own.family == family.key);
    let (interval, risk) = own.map_or((family.interval, family.risk), |own| (own.interval, own.risk));
    (interval.into(), risk.into())
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
    pub fn of(garden: &Garden, catalogue: &Catalogue, today: Date) -> Self {
        let first = planning_year(today, &garden.site);
        let plots = plots(garden);
        let held = held(garden, catalogue, &plots);
        let mut problem = Problem { first, plots, held, instance: Instance::default() };
        problem.say_ground(garden);
        problem.say_wishes(garden, catalogue);
        problem.say_held(garden, catalogue);
        problem.say_fixed(garden);
        problem.say_families(garden, catalogue);
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
        demand.strip_prefix('w').and_then(|number| number.parse().ok()).map(WishId)
    }

    /// The name of a wish in the solver.
    pub fn demand(wish: WishId) -> String {
        format!("w{}", wish.0)
    }

    /// The name a crop's family has in the solver: the family's, or the crop's own where only spots
    /// count; resistant varieties are the same family at their own weight.
    fn family(garden: &Garden, crop: &Crop) -> String {
        match garden.turns.school {
            TurnSchool::NeverTheSameSpot => format!("={}", crop.key),
            _ => crop.family.clone(),
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

    fn say_wishes(&mut self, garden: &Garden, catalogue: &Catalogue) {
        for wish in &garden.turns.wishes {
            let draft = &wish.wish;
            let Some(crop) = catalogue.crop(&draft.crop) else { continue };
            let planted = |year: i16| {
                self.held
                    .iter()
                    .any(|held| held.patch.is_some() && held.year == year && held.stood == Stood::Crop(crop.key.clone()))
            };
            let years =
                self.instance.planned().filter(|&number| draft.years.holds(self.year(number)) && !planted(self.year(number)));
            let years = Some(years.collect());
            self.instance.demands.push(Demand {
                id: Self::demand(wish.id),
                family: Self::family(garden, crop),
                squares: draft.squares.into(),
                slots: draft.parts.list().into_iter().map(|part| part_id(part).to_string()).collect(),
                needs: needs(draft),
                years,
                overwinters: draft.winters,
            });
        }
    }

    fn say_held(&mut self, garden: &Garden, catalogue: &Catalogue) {
        let last = self.number(self.first) + i32::from(garden.turns.years) - 1;
        let mut taken: BTreeMap<(Piece, i32), u32> = BTreeMap::new();
        for held in &self.held {
            let number = self.number(held.year);
            if number > last || number < -LONGEST_MEMORY {
                continue;
            }
            if !held.stays && (!held.cover || garden.turns.covers_count) {
                for family in self.families_of(garden, catalogue, held) {
                    let stood = rotate::Stood { year: number, section: section_id(held.at), family };
                    if !self.instance.history.contains(&stood) {
                        self.instance.history.push(stood);
                    }
                }
            }
            if number >= 0 {
                *taken.entry((held.at, number)).or_default() += held.centisquares.unwrap_or(100).div_ceil(100);
            }
        }
        let taken = taken.into_iter();
        self.instance.taken = taken.map(|((at, year), squares)| Taken { section: section_id(at), year, squares }).collect();
    }

    fn families_of(&self, garden: &Garden, catalogue: &Catalogue, held: &Held) -> Vec<String> {
        match (&held.stood, garden.turns.school) {
            (Stood::Crop(key), TurnSchool::NeverTheSameSpot) => {
                catalogue.crop(key).map(|crop| Self::family(garden, crop)).into_iter().collect()
            }
            (Stood::Family(key), TurnSchool::NeverTheSameSpot) => {
                let wished = garden.turns.wishes.iter().filter_map(|wish| catalogue.crop(&wish.wish.crop));
                wished.filter(|crop| crop.family == *key).map(|crop| Self::family(garden, crop)).collect()
            }
            _ => vec![held.family.clone()],
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
        let fixed = Pin { demand: Self::demand(pin.wish), section: section_id(pin.at), year: self.number(pin.year) };
        let known = self.instance.demands.iter().any(|demand| demand.id == fixed.demand);
        if known
            && self.instance.sections.iter().any(|section| section.id == fixed.section)
            && !self.instance.pins.contains(&fixed)
        {
            self.instance.pins.push(fixed);
        }
    }

    fn say_families(&mut self, garden: &Garden, catalogue: &Catalogue) {
        let named = self.instance.demands.iter().map(|demand| &demand.family);
        let mut names: Vec<String> = named.chain(self.instance.history.iter().map(|stood| &stood.family)).cloned().collect();
        names.sort();
        names.dedup();
        for name in names {
            let spot = name.strip_prefix('=').and_then(|crop| catalogue.crop(crop));
            let family = catalogue.family(spot.map_or(name.as_str(), |crop| crop.family.as_str()));
            let Some(family) = family else { continue };
            let (interval, risk) = if spot.is_some() { (SPOT_YEARS, 3) } else { values(garden, family) };
            let resistant = garden.turns.wishes.iter().any(|wish| {
                wish.wish.resistant && catalogue.crop(&wish.wish.crop).is_some_and(|crop| Self::family(garden, crop) == name)
            });
            let halves = if resistant { 1 } else { HALVES };
            let feeding = family.feeding;
            for finding in garden.turns.findings.iter().filter(|finding| finding.family == family.key && spot.is_none()) {
                let here = self.plots.iter().filter(|plot| plot.at.bed == finding.bed);
                self.instance.longer.extend(here.map(|plot| Longer {
                    section: section_id(plot.at),
                    family: name.clone(),
                    interval: finding.interval.into(),
                }));
            }
            self.instance.families.push(rotate::Family { id: name, interval, risk: risk * halves, feeding });
        }
    }

    /// A plan in the solver's words.
    pub fn assigns(&self, entries: &[Entry]) -> Vec<Assign> {
        let planned = self.instance.planned();
        let assign = |entry: &Entry| Assign {
            demand: Self::demand(entry.wish),
            section: section_id(entry.at),
            year: self.number(entry.year),
            squares: entry.squares.into(),
        };
        let wished = entries.iter().map(assign).filter(|assign| planned.contains(&assign.year));
        let known = |assign: &Assign| {
            let demand = self.instance.demands.iter().find(|demand| demand.id == assign.demand);
            demand.is_some_and(|demand| self.instance.wanted(demand, assign.year))
                && self.instance.sections.iter().any(|section| section.id == assign.section)
        };
        wished.filter(known).collect()
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

fn needs(draft: &WishDraft) -> Vec<String> {
    let needs = draft.needs;
    [(needs.trellis, "trellis"), (needs.sun, "sun"), (needs.deep, "deep"), (needs.container, "container")]
        .into_iter()
        .filter(|&(yes, _)| yes)
        .map(|(_, word)| word.to_string())
        .collect()
}
