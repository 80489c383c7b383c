//! What is generated from the Rust code is what is committed; `cargo xtask generate` writes it anew.

use sparrow_core::catalogue::Catalogue;
use sparrow_formats::sources_page::sources_page;
use std::collections::BTreeMap;
use std::path::Path;

fn files(folder: &Path) -> BTreeMap<String, String> {
    let entries = std::fs::read_dir(folder).expect("the folder is there").map(|entry| entry.expect("readable").path());
    let text = |path: &Path| std::fs::read_to_string(path).expect("text");
    entries.map(|path| (path.file_name().expect("a file").to_string_lossy().into_owned(), text(&path))).collect()
}

#[test]
fn the_page_s_types_are_in_step_with_the_rust_types() {
    let root = Path::new(env!("CARGO_MANIFEST_DIR")).join("../..");
    let fresh = root.join(format!("target/types-{}", std::process::id()));
    sparrow_page_types::write_types(&fresh).unwrap();
    let (fresh_files, committed) = (files(&fresh), files(&root.join("web/src/generated")));
    std::fs::remove_dir_all(&fresh).unwrap();
    assert!(fresh_files["api.ts"].matches("export type").count() > 300, "the premise: types were written");
    let names = |files: &BTreeMap<String, String>| files.keys().cloned().collect::<Vec<_>>();
    assert_eq!(names(&fresh_files), names(&committed), "run cargo xtask generate");
    for (name, text) in fresh_files {
        assert_eq!(Some(&text), committed.get(&name), "{name}: run cargo xtask generate");
    }
}

#[test]
fn the_page_of_sources_is_in_step_with_the_data() {
    let committed = include_str!("../../../docs/sources.md");
    assert_eq!(sources_page(Catalogue::standard()), committed, "run cargo xtask generate");
}

#[test]
fn the_documents_of_the_api_and_of_the_garden_file_are_in_step_with_the_types() {
    let said = |document: serde_json::Value| format!("{document:#}\n");
    let openapi = include_str!("../../../docs/openapi.json");
    assert!(said(patient_sparrow::description()) == openapi, "docs/openapi.json: run cargo xtask generate");
    let file = include_str!("../../../docs/garden-file.schema.json");
    assert!(said(sparrow_formats::garden_file::schema()) == file, "docs/garden-file.schema.json: run cargo xtask generate");
}
