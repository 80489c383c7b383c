//! What may a gardener do? Every change of the facts, checked before anything is written.

use crate::catalogue::Catalogue;
use crate::change::draft::BedDraft;
use crate::change::fixtures::FixtureDraft;
use crate::change::lists::Listed;
use crate::change::lots::LotDraft;
use crate::change::own_crops::OwnCropDraft;
use crate::change::planner::{Planner, changed, gone, next_patch};
use crate::change::replan::PatchChange;
use crate::change::season::SeasonChange;
use crate::change::turns::TurnChange;
use crate::change::varieties::VarietyDraft;
use crate::change::wants::{WantDraft, Wanted};
use crate::change::{make_room, replan, season, totals, turns};
use crate::growth::grower::Grower;
use crate::known::Known;
use crate::season::span::{usual_end, usual_span};
use jiff::ToSpan;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use sparrow_facts::edit::{Edit, apply};
use sparrow_facts::garden::Garden;
use sparrow_facts::history::Stood;
use sparrow_facts::ids::{BedId, FixtureId, LotId, OwnCropId, OwnGroupingId, PastId, PatchId, VarietyId, WantId};
use sparrow_facts::patch::{Patch, Placing, Planted};
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::school::{School, SchoolFor};
use sparrow_facts::site::Site;
use sparrow_facts::timing::Timing;
use sparrow_facts::units::Tape;
use sparrow_facts::warning::WarningKey;
use std::collections::BTreeSet;

/// A change of the facts, as the page asks for it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "do", rename_all = "kebab-case", deny_unknown_fields)]
#[allow(missing_docs, reason = "the fields are those of the facts they change, documented there")]
pub enum Command {
    /// Say where the garden is and how it measures.
    SetSite { site: Site },
    /// Add a bed.
    AddBed { draft: BedDraft },
    /// Measure, move, turn, rename or equip a bed anew.
    ChangeBed { bed: BedId, draft: BedDraft },
    /// Put a bed elsewhere on the drawing, by its middle.
    MoveBed { bed: BedId, x: Tape, y: Tape },
    /// Take a bed away with all that stands or stood in it.
    RemoveBed { bed: BedId },
    /// Add something of the yard that is no bed: the house, a fence, a tree.
    AddFixture { draft: FixtureDraft },
    /// Measure, move, turn or rename a fixture anew.
    ChangeFixture { fixture: FixtureId, draft: FixtureDraft },
    /// Put a fixture elsewhere on the drawing, by its middle.
    MoveFixture { fixture: FixtureId, x: Tape, y: Tape },
    /// Take a fixture away.
    RemoveFixture { fixture: FixtureId },
    /// Put a crop on squares: from a day, or on its usual days; where the ground is taken on those, from the needle's day.
    Place {
        bed: BedId,
        crop: String,
        way: Option<String>,
        rect: Rect,
        holes: Option<u16>,
        from: Option<Date>,
        until: Option<Date>,
        year: i16,
        between: bool,
        #[serde(default)]
        needle: Option<Date>,
    },
    /// Put several crops on squares as one: a grouping, or an arrangement.
    /// What is `gone` is taken away first.
    PlaceAll { gone: Vec<PatchId>, places: Vec<Placing> },
    /// Save patches of one bed as a grouping of the household's own.
    KeepGrouping { name: String, patches: Vec<PatchId> },
    /// Forget a grouping of the household's own.
    ForgetGrouping { grouping: OwnGroupingId },
    /// Keep a crop that the book lacks: a new one, or one that is there in other words.
    KeepOwnCrop { crop: Option<OwnCropId>, draft: Box<OwnCropDraft> },
    /// Forget a crop of one's own that nothing names.
    ForgetOwnCrop { crop: OwnCropId },
    /// Keep a variety: a new one, or one that is there in other words.
    KeepVariety { variety: Option<VarietyId>, draft: Box<VarietyDraft> },
    /// Forget a variety that nothing names.
    ForgetVariety { variety: VarietyId },
    /// Keep a lot of seed: a new one, or one that is there as it is now said to be.
    KeepLot { lot: Option<LotId>, draft: Box<LotDraft> },
    /// Throw a lot of seed away.
    ForgetLot { lot: LotId },
    /// Keep a want: a new one, or one that is there in other words.
    KeepWant { want: Option<WantId>, draft: Box<WantDraft> },
    /// Want it no longer.
    ForgetWant { want: WantId },
    /// Wish in the years ahead for what all wants of these crops, or of varieties of them, come to in a year.
    WishWants { year: i16, wanted: Vec<Wanted> },
    /// Keep all that a list from a file says: what is there already in its words, the rest anew; all of it or nothing.
    KeepList { list: Box<Listed> },
    /// Move or resize a patch.
    MovePatch { patch: PatchId, bed: BedId, rect: Rect },
    /// Change what a patch is: its way, its number, its days.
    ChangePatch { patch: PatchId, way: String, holes: Option<u16>, from: Date, until: Date, between: bool },
    /// Give the far end of a patch, so many half squares of its longer side, to another variety or way of the same crop.
    DividePatch {
        patch: PatchId,
        way: String,
        half_squares: u16,
        #[serde(default)]
        until: Option<Date>,
    },
    /// Take a patch away.
    RemovePatch { patch: PatchId },
    /// Keep a warning as it is, or no longer.
    KeepWarning { patch: PatchId, key: WarningKey, keep: bool },
    /// Remember what stood in a bed in an earlier year.
    Remember { bed: BedId, section: Option<u8>, year: i16, stood: Stood },
    /// Forget a remembered stand.
    Forget { past: PastId },
    /// Change rules, wishes, memories and plans of the years ahead, as one.
    Turn { changes: Vec<TurnChange> },
    /// Change what is said of the weather, the shelf and the warmth of beds, as one.
    Season { changes: Vec<SeasonChange> },
    /// Change the time, the place or the crop of several patches as one; with `follow`, what comes after them on
    /// their ground moves along.
    Replan { changes: Vec<PatchChange>, follow: bool },
    /// Choose a school of spacing for the household, a bed or a patch; nothing goes back to the next larger.
    SetSchool { over: SchoolFor, school: Option<School> },
    /// Keep a patch where it is, whatever is arranged, or let it move again.
    Lock { patch: PatchId, locked: bool },
    /// Say at what distance one planting stands, or go back to the household's or the catalogue's with nothing.
    SetDistance { patch: PatchId, distance: Option<(Tape, Tape)> },
    /// Say how many seeds, sets or plants go into each hole of a planting, or leave it to its way of growing with nothing.
    SetInEach { patch: PatchId, in_each: Option<u8> },
    /// Set the household's own distance, or go back to the catalogue's with nothing.
    SetSpacing { crop: String, way: String, distance: Option<(Tape, Tape)>, note: String },
}

/// What a command would change in a garden, or why it is refused. Nothing is changed here.
///
/// `today` decides which years are past.
///
/// The plan is changed, not what was lived; but where ground is taken by the plan alone, because what was to stand there was cleared
/// early or never planted, the plan makes room in the same change.
pub fn plan(known: Known, command: &Command) -> Result<Vec<Edit>, Refusal> {
    let known = known.planning();
    let mut edits = make_room::with_room(known, &|known| planned(known, command))?;
    edits.extend(kept_with_gone(known.garden, &edits));
    totals::check_edits(known.garden, known.catalogue, &edits)?;
    Ok(edits)
}

/// What else changes when patches are taken away: a warning that was kept about one of them goes with it.
fn kept_with_gone(garden: &Garden, edits: &[Edit]) -> Vec<Edit> {
    let is_gone = |edit: &Edit| match edit {
        Edit::Patch { before: Some(patch), after: None } => Some(patch.id),
        _ => None,
    };
    let gone: BTreeSet<PatchId> = edits.iter().filter_map(is_gone).collect();
    if gone.is_empty() {
        return Vec::new();
    }
    let names = |patch: &&Patch| patch.kept.iter().filter_map(WarningKey::other).any(|other| gone.contains(&other));
    let mut after = garden.clone();
    apply(&mut after, edits);
    let pruned = |patch: &Patch| {
        let kept = patch.kept.iter().filter(|key| key.other().is_none_or(|other| !gone.contains(&other))).cloned().collect();
        changed(patch, Patch { kept, ..patch.clone() })
    };
    after.patches.iter().filter(names).map(pruned).collect()
}

#[allow(clippy::too_many_lines, reason = "one arm for each wish, and nothing else")]
fn planned(known: Known, command: &Command) -> Result<Vec<Edit>, Refusal> {
    let planner = Planner { known };
    match command {
        Command::SetSite { site } => planner.set_site(site),
        Command::AddBed { draft } => planner.add_bed(draft),
        Command::ChangeBed { bed, draft } => planner.change_bed(*bed, draft),
        Command::MoveBed { bed, x, y } => planner.move_bed(*bed, x.0, y.0),
        Command::RemoveBed { bed } => planner.remove_bed(*bed),
        Command::AddFixture { draft } => planner.add_fixture(draft),
        Command::ChangeFixture { fixture, draft } => planner.change_fixture(*fixture, draft),
        Command::MoveFixture { fixture, x, y } => planner.move_fixture(*fixture, x.0, y.0),
        Command::RemoveFixture { fixture } => planner.remove_fixture(*fixture),
        Command::Place { needle, from, .. } => {
            let usual = placed(known, command, *from)?;
            let taken = from.is_none() && planner.ground_is_free(&usual).is_err();
            let second = needle.filter(|_| taken).map(|needle| placed(known, command, Some(needle))).transpose()?;
            planner.put(None, second.filter(|second| planner.ground_is_free(second).is_ok()).unwrap_or(usual))
        }
        Command::PlaceAll { gone, places } => planner.place_all(gone, places),
        Command::KeepGrouping { name, patches } => planner.keep_grouping(name, patches),
        Command::ForgetGrouping { grouping } => planner.forget_grouping(*grouping),
        Command::KeepOwnCrop { crop, draft } => planner.keep_own_crop(*crop, draft),
        Command::ForgetOwnCrop { crop } => planner.forget_own_crop(*crop),
        Command::KeepVariety { variety, draft } => planner.keep_variety(*variety, draft),
        Command::ForgetVariety { variety } => planner.forget_variety(*variety),
        Command::KeepLot { lot, draft } => planner.keep_lot(*lot, draft),
        Command::ForgetLot { lot } => planner.forget_lot(*lot),
        Command::KeepWant { want, draft } => planner.keep_want(*want, draft),
        Command::ForgetWant { want } => planner.forget_want(*want),
        Command::WishWants { year, wanted } => turns::wish_wants(known, *year, wanted),
        Command::KeepList { list } => planner.keep_list(list),
        Command::MovePatch { patch, bed, rect } => {
            let before = planner.movable(*patch)?;
            planner.put(Some(before), planner.moved(before, *bed, *rect))
        }
        Command::ChangePatch { patch, way, holes, from, until, between } => {
            let before = planner.patch(*patch)?;
            // A first day moved past the last one takes it along.
            let past = *from > *until && *until == before.until;
            let until = if past { from.saturating_add(before.until - before.from) } else { *until };
            // A variety is grown as its way is, unless it says otherwise: what was said of this planting still holds.
            let book = |key| known.crop(&before.planted.crop, Some(key)).map(|(_, way)| way.book_key().to_string());
            let same = book(way)? == book(&before.planted.way)?;
            let said = if same {
                Planted { way: way.clone(), ..before.planted.clone() }
            } else {
                before.planted.grown_as(&before.planted.crop, way)
            };
            let after =
                Patch { from: *from, until, planted: Planted { holes: *holes, between: *between, ..said }, ..before.clone() };
            let same_days = (before.from, before.until) == (after.from, after.until);
            if same_days { planner.put(Some(before), after) } else { replan::retime(known, after) }
        }
        Command::RemovePatch { patch } => Ok(vec![gone(planner.movable(*patch)?)]),
        Command::KeepWarning { patch, key, keep } => planner.keep_warning(*patch, key, *keep),
        Command::Remember { bed, section, year, stood } => planner.remember(*bed, *section, *year, stood),
        Command::Forget { past } => planner.forget(*past),
        Command::Turn { changes } => turns::plan(known, changes),
        Command::Season { changes } => season::plan(known, changes),
        Command::Replan { changes, follow } => replan::replan(known, changes, *follow),
        Command::SetSchool { over, school } => planner.set_school(*over, *school),
        Command::DividePatch { patch, way, half_squares, until } => planner.divide_patch(*patch, way, *half_squares, *until),
        Command::Lock { patch, locked } => planner.lock(*patch, *locked),
        Command::SetDistance { patch, distance } => planner.set_distance(*patch, distance.map(|(a, b)| (a.0, b.0))),
        Command::SetInEach { patch, in_each } => planner.set_in_each(*patch, *in_each),
        Command::SetSpacing { crop, way, distance, note } => {
            planner.set_spacing(crop, way, distance.map(|(a, b)| (a.0, b.0)), note)
        }
    }
}

/// The patch that a crop put on squares becomes, from a day or on its usual ones.
fn placed(known: Known, command: &Command, from: Option<Date>) -> Result<Patch, Refusal> {
    let Command::Place { bed, crop, way, rect, holes, until, year, between, .. } = command else {
        return Err(Refusal::NothingTo { what: "put down" });
    };
    let (crop, way) = known.crop(crop, way.as_deref())?;
    let (from, end) = match from {
        Some(from) => (from, usual_end(known, crop, way, *bed, from)),
        None => {
            let usual = usual_span(known, crop, way, Some(*bed), *year);
            (usual.0, Some(usual.1))
        }
    };
    Ok(Patch {
        id: PatchId(next_patch(known)),
        bed: *bed,
        rect: *rect,
        from,
        until: until.or(end).unwrap_or_else(|| from.saturating_add(60.days())),
        locked: false,
        line: None,
        kept: Vec::new(),
        timing: Timing::default(),
        planted: Planted { holes: *holes, between: *between, ..Planted::usual(&crop.key, &way.key) },
    })
}

/// Plans a command and carries it out; the edits are what to store, and what undo takes back.
pub fn carry_out(garden: &mut Garden, catalogue: &Catalogue, command: &Command, today: Date) -> Result<Vec<Edit>, Refusal> {
    let catalogue = catalogue.with_own(garden);
    let grower = Grower::of(garden, &catalogue);
    let edits = plan(Known::new(garden, &catalogue, &grower, today), command)?;
    apply(garden, &edits);
    Ok(edits)
}
