//! The pictures of docs/screenshots, made anew from the demo households.

use crate::{setup, step};

/// Builds the page and drives it through the views.
pub fn run() -> Result<(), String> {
    setup::packages()?;
    setup::browser()?;
    setup::page()?;
    step::example("shots")
}
