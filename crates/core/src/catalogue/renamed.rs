//! What is that called now? Keys of the book stand in gardens for ever; where the book has another key for something, it keeps the old
//! one as what it was called formerly, and gardens are brought up to date as they are read.

use crate::catalogue::book::Catalogue;
use sparrow_facts::garden::Garden;
use sparrow_facts::keys::Named;

impl Catalogue {
    /// Puts today's keys in place of those that crops, ways and families had formerly. What nobody knows is left as it is.
    pub fn name_as_today(&self, garden: &mut Garden) {
        garden.each_key(&mut |named| match named {
            Named::Crop(key, way) => {
                let formerly = || self.crops.iter().find(|crop| crop.formerly.contains(key));
                let Some(crop) = self.crop(key).or_else(formerly) else { return };
                if *key != crop.key {
                    key.clone_from(&crop.key);
                }
                let Some(way) = way.filter(|way| crop.way(way).is_none()) else { return };
                if let Some(now) = crop.ways.iter().find(|one| one.formerly.contains(way)) {
                    way.clone_from(&now.key);
                }
            }
            Named::Family(key) => {
                if self.family(key).is_none()
                    && let Some(now) = self.families.iter().find(|family| family.formerly.contains(key))
                {
                    key.clone_from(&now.key);
                }
            }
        });
    }
}
