//! Where do facts name something of the book? Every such place once, so that what asks who names a crop, and what brings old keys up
//! to date, look at the same ones.

use crate::garden::Garden;
use crate::history::Stood;
use crate::patch::Planted;

/// A place in which something of the book is named.
pub enum Named<'a> {
    /// A crop, and the way it is grown where that is said.
    Crop(&'a mut String, Option<&'a mut String>),
    /// A rotation family.
    Family(&'a mut String),
}

impl Garden {
    /// Shows every place in which a fact names something of the book, or a crop or variety of the garden's own in its place.
    pub fn each_key(&mut self, show: &mut impl FnMut(Named)) {
        // Taken apart, so that a fact that is forgotten here does not compile.
        let Garden {
            site: _,
            beds: _,
            patches,
            past,
            spacings,
            groupings,
            own_crops,
            varieties,
            lots,
            wants,
            fixtures: _,
            school: _,
            turns,
            almanac: _,
        } = self;
        let parts = groupings.iter_mut().flat_map(|own| own.parts.iter_mut().map(|part| &mut part.planted));
        for Planted { crop, way, .. } in patches.iter_mut().map(|patch| &mut patch.planted).chain(parts) {
            show(Named::Crop(crop, Some(way)));
        }
        for past in past {
            match &mut past.stood {
                Stood::Crop(crop) => show(Named::Crop(crop, None)),
                Stood::Family(family) => show(Named::Family(family)),
            }
        }
        spacings.iter_mut().for_each(|own| show(Named::Crop(&mut own.crop, Some(&mut own.way))));
        for own in own_crops {
            show(Named::Crop(&mut own.like, Some(&mut own.way)));
            show(Named::Family(&mut own.family));
        }
        varieties.iter_mut().for_each(|variety| show(Named::Crop(&mut variety.crop, Some(&mut variety.way))));
        lots.iter_mut().for_each(|lot| show(Named::Crop(&mut lot.crop, None)));
        wants.iter_mut().for_each(|want| show(Named::Crop(&mut want.crop, None)));
        turns.wishes.iter_mut().for_each(|one| show(Named::Crop(&mut one.wish.crop, None)));
        turns.families.iter_mut().for_each(|own| show(Named::Family(&mut own.family)));
        turns.findings.iter_mut().for_each(|found| show(Named::Family(&mut found.family)));
    }
}
