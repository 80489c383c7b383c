//! Did this family stand here too lately? Earlier stands in the same section, and their interval.

use crate::catalogue::{Catalogue, Crop, Family, Life, Rotation};
use crate::climate::calendar::growing_year;
use crate::known::Known;
use crate::lived::never_told;
use serde::Serialize;
use sparrow_facts::bed::Bed;
use sparrow_facts::garden::Garden;
use sparrow_facts::history::Stood;
use sparrow_facts::ids::BedId;
use sparrow_facts::patch::Patch;
use sparrow_facts::site::Hemisphere;
use std::borrow::Cow;
use std::collections::HashMap;
use std::ops::RangeInclusive;

/// What stood in a bed, or some sections of it, in a growing year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Stand {
    /// The bed.
    pub bed: BedId,
    /// The growing year.
    pub year: i16,
    /// The first section it stood in, from 0.
    pub first_section: u8,
    /// The last section it stood in.
    pub last_section: u8,
    /// What stood.
    pub stood: Stood,
    /// Its rotation family.
    pub family: String,
}

/// The sections a patch lies in.
pub fn sections_of(garden: &Garden, bed: &Bed, patch: &Patch) -> RangeInclusive<u8> {
    let ground = patch.rect.ground(bed, garden.site.squares());
    bed.sections_between(ground.left, ground.right)
}

/// One family in some sections of a bed in a growing year, without copying what the garden says.
#[derive(Debug, Clone)]
struct Presence<'a> {
    year: i16,
    sections: RangeInclusive<u8>,
    stood: Cow<'a, Stood>,
    family: &'a str,
    /// It feeds what its family's successors suffer from.
    hosts: bool,
}

/// All that is known to have stood or to stand in each bed: what is remembered, and the plantings of
/// every year themselves; latest first. Worked out once, asked many times.
#[derive(Debug)]
pub struct History<'a> {
    known: Known<'a>,
    beds: HashMap<BedId, Vec<Presence<'a>>>,
    hemisphere: Hemisphere,
}

impl<'a> History<'a> {
    /// The history of a whole garden.
    pub fn of(known: Known<'a>) -> Self {
        let Known { garden, catalogue, .. } = known;
        let hemisphere = garden.site.latitude.hemisphere();
        let mut beds: HashMap<BedId, Vec<Presence>> = garden.beds.iter().map(|bed| (bed.id, Vec::new())).collect();
        for past in &garden.past {
            let (Some(bed), Some(family)) = (garden.bed(past.bed), catalogue.family_of(&past.stood)) else { continue };
            let sections = past.section.map_or(0..=bed.sections() - 1, |section| section..=section);
            let presence = Presence {
                year: past.year,
                sections,
                stood: Cow::Borrowed(&past.stood),
                family: &family.key,
                hosts: hosts(garden, catalogue, &past.stood),
            };
            beds.entry(bed.id).or_default().push(presence);
        }
        for patch in garden.patches.iter().filter(|patch| !never_told(patch, known.observed)) {
            let (Some(bed), Some(crop)) = (garden.bed(patch.bed), catalogue.crop(&patch.planted.crop)) else { continue };
            let first = growing_year(patch.from, hemisphere);
            // What stands over winter belongs to both years; what stays for years is told of once.
            let last = rotating_family(garden, catalogue, patch).map_or(first, |_| growing_year(patch.until, hemisphere));
            for year in first..=last {
                let stood = Cow::Owned(Stood::Crop(patch.planted.crop.clone()));
                let (sections, hosts) = (sections_of(garden, bed, patch), rotation(garden, crop) == Rotation::Host);
                let presence = Presence { year, sections, stood, family: &crop.family, hosts };
                beds.entry(bed.id).or_default().push(presence);
            }
        }
        for presences in beds.values_mut() {
            presences.sort_by(|a, b| {
                b.year.cmp(&a.year).then(a.sections.start().cmp(b.sections.start())).then(a.family.cmp(b.family))
            });
        }
        History { known, beds, hemisphere }
    }

    fn before(&self, bed: BedId, year: i16) -> impl Iterator<Item = &Presence<'a>> {
        self.beds.get(&bed).into_iter().flatten().filter(move |presence| presence.year < year)
    }

    /// Everything that stood in a bed before a growing year, latest first.
    pub fn stands_before(&self, bed: BedId, year: i16) -> Vec<Stand> {
        let mut stands: Vec<Stand> = self.before(bed, year).map(|presence| presence.stand(bed)).collect();
        stands.dedup();
        stands
    }

    /// The latest stand of the patch's family, or of one it must not follow, in these sections of a bed that is nearer in years
    /// than the patch waits.
    ///
    /// A stand in year y and a patch in year Y clash when 0 < Y − y < interval.
    pub fn too_soon(&self, bed: BedId, sections: &RangeInclusive<u8>, patch: &Patch) -> Option<Stand> {
        let family = rotating_family(self.known.garden, self.known.catalogue, patch)?;
        let year = growing_year(patch.from, self.hemisphere);
        let waits = patch_waits(self.known, family, patch);
        self.before(bed, year)
            .find(|presence| {
                presence.hosts
                    && (presence.family == family.key || family.after.iter().any(|other| other == presence.family))
                    && u32::from((year - presence.year).unsigned_abs()) < waits
                    && presence.sections.start() <= sections.end()
                    && presence.sections.end() >= sections.start()
            })
            .map(|presence| presence.stand(bed))
    }

    /// Whether no part of a bed would be too soon for a patch, were it there.
    pub fn is_free_for(&self, bed: &Bed, patch: &Patch) -> bool {
        let there = Patch { bed: bed.id, ..patch.clone() };
        self.too_soon(bed.id, &(0..=bed.sections() - 1), &there).is_none()
    }
}

impl Presence<'_> {
    fn stand(&self, bed: BedId) -> Stand {
        Stand {
            bed,
            year: self.year,
            first_section: *self.sections.start(),
            last_section: *self.sections.end(),
            stood: self.stood.clone().into_owned(),
            family: self.family.to_string(),
        }
    }
}

/// Years a family waits on a bed's ground, and the weight of coming back too soon: the household's own
/// values where it has them, and longer where a trouble was found in the bed. The one rule for every view.
///
/// ```
/// use sparrow_demo::quillet_lane;
/// use sparrow_core::catalogue::Catalogue;
/// use sparrow_core::rules::past::waits;
/// let garden = quillet_lane(jiff::civil::date(2026, 11, 23)).unwrap();
/// let onion = Catalogue::standard().family("onion").unwrap();
/// assert_eq!(waits(&garden, onion, garden.beds[0].id), 4);
/// ```
pub fn waits(garden: &Garden, family: &Family, bed: BedId) -> u32 {
    let found = garden.turns.findings.iter().filter(|finding| finding.bed == bed && finding.family == family.key);
    found.map(|finding| u32::from(finding.interval)).chain([values(garden, family).0]).max().unwrap_or(0)
}

/// A family's interval \[years\] and risk as the household has them, wherever nothing was found in the soil.
pub fn values(garden: &Garden, family: &Family) -> (u32, u32) {
    let own = garden.turns.families.iter().find(|own| own.family == family.key);
    let (interval, risk) = own.map_or((family.interval, family.risk), |own| (own.interval, own.risk));
    (interval.into(), risk.into())
}

/// How much a crop counts in the turns of this household: covers as it says, all others as the book does. The one rule for every
/// view.
pub fn rotation(garden: &Garden, crop: &Crop) -> Rotation {
    let cover = crop.ways.iter().all(|way| way.cover);
    if cover && garden.turns.covers_count { Rotation::Host } else { crop.rotation }
}

/// Years a patch waits after its family on its bed's ground: half of them, rounded up, for what is out before it harms or is harmed
/// much.
pub fn patch_waits(known: Known, family: &Family, patch: &Patch) -> u32 {
    let whole = waits(known.garden, family, patch.bed);
    let crop = known.catalogue.crop(&patch.planted.crop);
    if crop.is_some_and(|crop| rotation(known.garden, crop) == Rotation::Light) { whole.div_ceil(2) } else { whole }
}

/// Whether what stood feeds what its family's successors suffer from; a family that nobody knows more of does.
pub fn hosts(garden: &Garden, catalogue: &Catalogue, stood: &Stood) -> bool {
    match stood {
        Stood::Crop(key) => catalogue.crop(key).is_some_and(|crop| rotation(garden, crop) == Rotation::Host),
        Stood::Family(_) => true,
    }
}

/// The family whose interval a patch must keep; none for flowers, covers and clumps that stay where they are.
pub fn rotating_family<'c>(garden: &Garden, catalogue: &'c Catalogue, patch: &Patch) -> Option<&'c Family> {
    let crop = catalogue.crop(&patch.planted.crop)?;
    (rotation(garden, crop) != Rotation::None).then(|| catalogue.family(&crop.family))?
}

/// Whether a patch is of a perennial that stays where it is for years.
pub fn stays(catalogue: &Catalogue, patch: &Patch) -> bool {
    let crop = catalogue.crop(&patch.planted.crop);
    crop.is_some_and(|crop| crop.life == Life::Perennial && crop.ways.iter().all(|way| way.book_days()[1] > 300))
}
