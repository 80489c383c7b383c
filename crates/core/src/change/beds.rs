//! Wishes about the site and its beds.

use crate::change::draft::BedDraft;
use crate::change::planner::{Planner, next_bed};
use crate::change::site::checked_site;
use crate::change::{draft, turns};
use crate::ground::shape;
use crate::limits::MOST_BEDS;
use sparrow_facts::bed::Bed;
use sparrow_facts::edit;
use sparrow_facts::edit::{Edit, Fact};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::BedId;
use sparrow_facts::name::alike;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::site::Site;
use sparrow_facts::units::Length;

impl Planner<'_> {
    pub(crate) fn set_site(&self, site: &Site) -> Result<Vec<Edit>, Refusal> {
        let Garden { site: before, patches, groupings, .. } = self.known.garden;
        let mut after = checked_site(site)?;
        // What stands on squares keeps them, whatever it is measured in.
        let in_use = !patches.is_empty() || !groupings.is_empty();
        let squares = if in_use { before.squares() } else { after.units };
        after.grid = (squares != after.units).then_some(squares);
        Ok(vec![Edit::Site { before: Box::new(before.clone()), after: Box::new(after) }])
    }

    pub(crate) fn add_bed(&self, draft: &BedDraft) -> Result<Vec<Edit>, Refusal> {
        if self.known.garden.beds.len() >= MOST_BEDS {
            return Err(Refusal::TooManyThings { what: "beds", most: MOST_BEDS });
        }
        let id = next_bed(self.known);
        let bed = draft.measure(id, self.known.garden)?;
        self.name_is_free(&bed)?;
        Ok(vec![bed.comes()])
    }

    pub(crate) fn change_bed(&self, id: BedId, draft: &BedDraft) -> Result<Vec<Edit>, Refusal> {
        let before = self.known.bed(id)?;
        let after = Bed { school: before.school, ..draft.measure(id, self.known.garden)? };
        self.name_is_free(&after)?;
        let squares = self.known.garden.site.squares();
        let grid = after.half_squares(squares);
        let in_the_way: Vec<String> = self
            .known
            .garden
            .patches
            .iter()
            .filter(|patch| patch.bed == id)
            .filter(|patch| !patch.rect.within(grid) || shape::area(&after, patch.rect.ground(&after, squares)) == 0)
            .map(|patch| self.name(patch))
            .collect();
        if !in_the_way.is_empty() {
            return Err(Refusal::PatchesInTheWay { patches: in_the_way });
        }
        let lost = self.known.garden.past.iter().filter(|past| past.bed == id).filter_map(|past| past.section).max();
        if lost.is_some_and(|section| section >= after.sections()) {
            return Err(Refusal::NoSuchSection { section: lost.unwrap_or(0) + 1, sections: after.sections() });
        }
        Ok(self.with_turns(vec![before.becomes(after)]))
    }

    /// The same edits, with what they take from the turns in front, so that undoing them finds its ground.
    fn with_turns(&self, edits: Vec<Edit>) -> Vec<Edit> {
        let mut after = self.known.garden.clone();
        edit::apply(&mut after, &edits);
        let taken =
            turns::pruned(self.known.garden, &after).into_iter().chain(crate::change::season::pruned(self.known.garden, &after));
        taken.chain(edits).collect()
    }

    pub(crate) fn move_bed(&self, id: BedId, x: Length, y: Length) -> Result<Vec<Edit>, Refusal> {
        let before = self.known.bed(id)?;
        let (x, y) = (draft::on_drawing("distance from the left", x)?, draft::on_drawing("distance from the top", y)?);
        Ok(vec![before.becomes(Bed { x, y, ..before.clone() })])
    }

    pub(crate) fn remove_bed(&self, id: BedId) -> Result<Vec<Edit>, Refusal> {
        let bed = self.known.bed(id)?;
        let patches = self.known.garden.patches.iter().filter(|patch| patch.bed == id).map(crate::change::planner::gone);
        let past = self.known.garden.past.iter().filter(|past| past.bed == id).map(|past| past.goes());
        let edits = patches.chain(past).chain([bed.goes()]);
        Ok(self.with_turns(edits.collect()))
    }

    fn name_is_free(&self, bed: &Bed) -> Result<(), Refusal> {
        let taken = self.known.garden.beds.iter().any(|other| other.id != bed.id && alike(&other.name, &bed.name));
        if taken { Err(Refusal::NameTaken { name: bed.name.clone() }) } else { Ok(()) }
    }
}
