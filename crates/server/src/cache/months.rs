//! What is usual in each month where a garden lies? Looked up in the newest table of climates, whenever a garden is made ready.

use sparrow_facts::site::Site;
use sparrow_places::climate;

/// A site with what the table has for the months of its place. Nothing else is ever taken for them, whoever sent or kept it: they
/// follow from where the garden lies.
pub fn with_months(site: Site) -> Site {
    let months = site.longitude.and_then(|longitude| climate::months(site.latitude, longitude, site.height));
    Site { months, ..site }
}
