//! Do they stand too close? More of them than fit, and distances of a household's own far below the book's.

use crate::catalogue::Bulk;
use crate::ground::planting::Sum;
use crate::growth::growing::Growing;
use crate::rules::place::Laid;
use crate::rules::reason::{Found, Reason, Weight};
use sparrow_facts::spacing::Spacing;
use sparrow_facts::warning::{WarnedOf, WarningKey};

/// All that is found about how close a patch stands.
pub fn around(laid: Laid) -> Option<Found> {
    let Laid { planting, sum, .. } = laid;
    if let Some(stand) = sum.crowded {
        return Some((Weight::Settle, WarningKey::of(WarnedOf::Dense), None, too_dense(laid, stand)));
    }
    if sum.fits + sum.under_braces == 0 {
        return Some((Weight::Settle, WarningKey::of(WarnedOf::NoneFits), None, Reason::NoneFits { least: laid.least }));
    }
    let book = planting.book_distance(planting.school);
    is_half(sum, book).then(|| {
        let reason = Reason::HalfTheDistance { stand: sum.spacing, book, bulk: bulk(laid) };
        (Weight::Note, WarningKey::of(WarnedOf::Half), None, reason)
    })
}

/// Whether stems stand at half of the book's distance, or less, along or across.
fn is_half(sum: &Sum, book: Spacing) -> bool {
    2 * sum.spacing.along.get() <= book.along.get() || 2 * sum.spacing.across.get() <= book.across.get()
}

fn too_dense(laid: Laid, stand: Spacing) -> Reason {
    let (sum, wants, square) = (laid.sum, laid.sum.spacing, i64::from(laid.planting.units().square().get()));
    let ground = i64::from(sum.holes) * i64::from(wants.along.get()) * i64::from(wants.across.get()) * 100 / (square * square);
    let (fits, holes, ground) = (sum.fits, sum.holes, u32::try_from(ground).unwrap_or(u32::MAX));
    Reason::TooDense { fits, holes, wants, stand, ground, bulk: bulk(laid) }
}

/// What most of the crop is, which suffers.
fn bulk(laid: Laid) -> Bulk {
    Growing::of(laid.planting.patch, laid.planting.crop, laid.planting.way).figures().bulk
}
