//! The page of sources, written from the catalogue.

use sparrow_core::catalogue::Catalogue;

/// The page of sources: each with how its figures came here and what uses them, in Markdown.
pub fn sources_page(catalogue: &Catalogue) -> String {
    let mut text = String::from(
        "# Sources\n\nGenerated from `crates/core/data` by `cargo xtask generate`; do not edit by hand.\n\n\
         Every group of a crop's figures, every rotation family, every relation and every rule of care names one of these.\n\n\
         | key | source | how its figures came here | used by |\n|---|---|---|---|\n",
    );
    for (key, source) in &catalogue.sources {
        let crops = catalogue.crops.iter().filter(|crop| crop.sources.values().any(|used| used == key)).count();
        let families = catalogue.families.iter().filter(|family| family.source == *key).count();
        let relations = catalogue.relations.iter().filter(|relation| relation.source == *key).count();
        let groupings = catalogue.groupings.iter().filter(|grouping| grouping.source == *key).count();
        let care = catalogue.care.sourced(key);
        let all = [
            (crops, "crops"),
            (families, "families"),
            (relations, "relations"),
            (groupings, "groupings"),
            (care, "rules of care"),
        ];
        let uses: Vec<String> = all.iter().filter(|(n, _)| *n > 0).map(|(n, what)| format!("{n} {what}")).collect();
        let year = source.year.map_or(String::new(), |year| format!(", {year}"));
        let by = if source.publisher.is_empty() { String::new() } else { format!("; {}{year}", source.publisher) };
        let uses = if uses.is_empty() { "the code".into() } else { uses.join(", ") };
        text += &format!("| `{key}` | {}{by} | {} | {uses} |\n", source.title, source.note);
    }
    let (crops, families, relations) = (catalogue.crops.len(), catalogue.families.len(), catalogue.relations.len());
    text += &format!(
        "
{crops} crops, {families} families, {relations} relations, {} groupings.
",
        catalogue.groupings.len()
    );
    text + &disagreements(catalogue)
}

/// Where figures lie outside the tables they are checked against.
fn disagreements(catalogue: &Catalogue) -> String {
    let mut text = String::from(
        "\n## Where we differ\n\nDistances and heights are checked against printed tables (`crates/core/tests/rules/against_handbooks.rs`), a quarter \
         more or less. These lie outside and stay, for the reason given; no others do.\n\n\
         | crop | way | figure | table | why ours stays |\n|---|---|---|---|---|\n",
    );
    for one in &catalogue.disagreements {
        text += &format!("| {} | {} | {} | {} | {} |\n", one.crop, one.way, one.figure.word(), one.table, one.why);
    }
    text
}
