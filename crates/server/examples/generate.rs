//! Writes what follows from the Rust code: the page's types and docs/sources.md.

use sparrow_core::catalogue::Catalogue;
use std::fmt::Write;
use std::fs;
use std::path::Path;

fn main() -> Result<(), Box<dyn std::error::Error>> {
    let root = Path::new(env!("CARGO_MANIFEST_DIR")).join("../..");
    let types = root.join("web/src/generated");
    let _ = fs::remove_dir_all(&types);
    patient_sparrow::write_types(&types)?;
    fs::write(root.join("docs/sources.md"), sources()?)?;
    Ok(())
}

fn sources() -> Result<String, std::fmt::Error> {
    let catalogue = Catalogue::standard();
    let mut text = String::from(
        "# Sources\n\nGenerated from `crates/core/data` by `cargo xtask generate`; do not edit by hand.\n\n\
         Every group of a crop's figures, every rotation family and every relation names one of these.\n\n\
         | key | source | how its figures came here | used by |\n|---|---|---|---|\n",
    );
    for (key, source) in &catalogue.sources {
        let crops = catalogue.crops.iter().filter(|crop| crop.sources.values().any(|used| used == key)).count();
        let families = catalogue.families.iter().filter(|family| family.source == *key).count();
        let relations = catalogue.relations.iter().filter(|relation| relation.source == *key).count();
        let uses: Vec<String> = [(crops, "crops"), (families, "families"), (relations, "relations")]
            .iter()
            .filter(|(n, _)| *n > 0)
            .map(|(n, what)| format!("{n} {what}"))
            .collect();
        let year = source.year.map_or(String::new(), |year| format!(", {year}"));
        let by = if source.publisher.is_empty() { String::new() } else { format!("; {}{year}", source.publisher) };
        let uses = if uses.is_empty() { "the code".into() } else { uses.join(", ") };
        writeln!(text, "| `{key}` | {}{by} | {} | {uses} |", source.title, source.note)?;
    }
    writeln!(
        text,
        "\n{} crops, {} families, {} relations.",
        catalogue.crops.len(),
        catalogue.families.len(),
        catalogue.relations.len()
    )?;
    Ok(text)
}
