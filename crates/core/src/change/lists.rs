//! Wishes that come as a list from a file: varieties, crops of one's own, lots of seed. Each line is kept as if it were typed.

use crate::change::lots::LotDraft;
use crate::change::own_crops::OwnCropDraft;
use crate::change::planner::Planner;
use crate::change::varieties::VarietyDraft;
use crate::limits::{MOST_LOTS, MOST_OWN_CROPS, MOST_VARIETIES};
use serde::{Deserialize, Serialize};
use sparrow_facts::edit::{Edit, apply};
use sparrow_facts::ids::LotId;
use sparrow_facts::refusal::Refusal;
use std::collections::BTreeSet;

/// A list, each line of it as it would be typed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "of", rename_all = "kebab-case", deny_unknown_fields)]
pub enum Listed {
    /// Crops that the book lacks; one is known again by its name.
    OwnCrops {
        /// They.
        lines: Vec<OwnCropDraft>,
    },
    /// Varieties; one is known again by its crop and name.
    Varieties {
        /// They.
        lines: Vec<VarietyDraft>,
    },
    /// Lots of seed; one is known again by its crop, variety, year and source.
    Lots {
        /// They.
        lines: Vec<LotDraft>,
    },
}

impl Listed {
    fn len(&self) -> usize {
        match self {
            Listed::OwnCrops { lines } => lines.len(),
            Listed::Varieties { lines } => lines.len(),
            Listed::Lots { lines } => lines.len(),
        }
    }

    /// The most lines of it.
    fn most(&self) -> usize {
        match self {
            Listed::OwnCrops { .. } => MOST_OWN_CROPS,
            Listed::Varieties { .. } => MOST_VARIETIES,
            Listed::Lots { .. } => MOST_LOTS,
        }
    }
}

impl Planner<'_> {
    /// Keeps all lines of a list, or none of them: the refusal names the line, the first one after the heading being 2.
    pub(crate) fn keep_list(&self, list: &Listed) -> Result<Vec<Edit>, Refusal> {
        if list.len() > list.most() {
            return Err(Refusal::TooManyThings { what: "lines of a list", most: list.most() });
        }
        let (mut growing, mut edits) = (self.known.garden.clone(), Vec::new());
        let mut taken = BTreeSet::new();
        for n in 0..list.len() {
            if !self.known.work.goes_on(growing.patches.len() as u64) {
                return Err(Refusal::TooMuch);
            }
            let planner = Planner { known: self.known.on(&growing) };
            let kept = match list {
                Listed::OwnCrops { lines } => planner.keep_own_crop(planner.own_crop_meant(&lines[n]), &lines[n]),
                Listed::Varieties { lines } => planner.keep_variety(planner.variety_meant(&lines[n]), &lines[n]),
                Listed::Lots { lines } => {
                    let meant = planner.lot_meant(&lines[n], &taken);
                    let kept = planner.keep_lot(meant, &lines[n]);
                    taken.extend(kept.iter().flatten().filter_map(lot_of));
                    kept
                }
            };
            let kept = kept.map_err(|why| Refusal::AtLine { line: n + 2, said: why.to_string() })?;
            apply(&mut growing, &kept);
            edits.extend(kept.into_iter().filter(|edit| edit.clone().inverse() != *edit));
        }
        if edits.is_empty() {
            return Err(Refusal::NothingTo { what: "keep of this list that is not there already" });
        }
        Ok(edits)
    }
}

fn lot_of(edit: &Edit) -> Option<LotId> {
    if let Edit::Lot { after: Some(after), .. } = edit { Some(after.id) } else { None }
}
