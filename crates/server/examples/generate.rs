//! Writes what follows from the Rust code: the page's types and docs/sources.md.

use sparrow_core::catalogue::Catalogue;
use sparrow_formats::sources_page::sources_page;
use std::fs;
use std::path::Path;

fn main() -> Result<(), Box<dyn std::error::Error>> {
    let root = Path::new(env!("CARGO_MANIFEST_DIR")).join("../..");
    let types = root.join("web/src/generated");
    let _ = fs::remove_dir_all(&types);
    patient_sparrow::write_types(&types)?;
    fs::write(root.join("docs/sources.md"), sources_page(Catalogue::standard()))?;
    Ok(())
}
