//! Writes what follows from the Rust code: the page's types, docs/sources.md, and the shapes of the API and the file.

use sparrow_core::catalogue::Catalogue;
use sparrow_formats::garden_file;
use sparrow_formats::sources_page::sources_page;
use std::fs;
use std::path::Path;

fn main() -> Result<(), Box<dyn std::error::Error>> {
    let root = Path::new(env!("CARGO_MANIFEST_DIR")).join("../..");
    let types = root.join("web/src/generated");
    let _ = fs::remove_dir_all(&types);
    sparrow_page_types::write_types(&types)?;
    fs::write(root.join("docs/sources.md"), sources_page(Catalogue::standard()))?;
    for (name, document) in [("openapi.json", patient_sparrow::description()), ("garden-file.schema.json", garden_file::schema())]
    {
        fs::write(root.join("docs").join(name), format!("{document:#}\n"))?;
    }
    Ok(())
}
