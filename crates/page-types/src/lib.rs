//! The page's TypeScript types, written from the API's own description.

mod typescript;

use sparrow_core::limits;
use sparrow_facts::journal::{KINDS, Kind};
use sparrow_facts::units::{Length, Units};
use std::io;
use std::path::Path;

/// Writes every type of the API as TypeScript into a folder, with what else of the Rust code the page needs to know.
pub fn write_types(folder: &Path) -> io::Result<()> {
    std::fs::create_dir_all(folder)?;
    std::fs::write(folder.join("api.ts"), typescript::types(&patient_sparrow::description()))?;
    std::fs::write(folder.join("Kinds.ts"), kinds())?;
    std::fs::write(folder.join("Limits.ts"), field_limits())?;
    std::fs::write(folder.join("Lengths.ts"), lengths())
}

/// The kinds of entries of a journal: which are written down by hand, and which work is done by each.
fn kinds() -> String {
    let by_hand: String = KINDS.iter().filter(|kind| kind.by_hand).map(|kind| format!("  '{}',\n", kind.word)).collect();
    let works = |kind: &Kind| kind.does.iter().map(|work| format!("'{}'", work.word())).collect::<Vec<_>>().join(", ");
    let does: String = KINDS.iter().map(|kind| format!("  '{}': [{}],\n", kind.word, works(kind))).collect();
    format!(
        "// The kinds of entries of a journal. Written by `cargo xtask generate`.\n\
         import type {{ Happened, Work }} from './api';\n\n\
         /** What can be written down by hand, in the order in which it is offered. */\n\
         export const BY_HAND = [\n{by_hand}] as const satisfies Happened['kind'][];\n\
         /** The work that is done by each, where that has a word of its own. */\n\
         export const DOES: Record<Happened['kind'], Work[]> = {{\n{does}}};\n"
    )
}

/// The limits of what is typed, which fields show; the core holds them.
fn field_limits() -> String {
    let numbers: String =
        limits::OF_FIELDS.iter().map(|(name, [least, most])| format!("  {name}: [{least}, {most}],\n")).collect();
    let letters: String = limits::LETTERS_OF_FIELDS.iter().map(|(name, most)| format!("  {name}: {most},\n")).collect();
    format!(
        "// The limits of what is typed. Written by `cargo xtask generate`.\n\
         /** The least and the most of numbers. */\nexport const LIMITS = {{\n{numbers}}} as const;\n\
         /** The most letters of texts. */\nexport const LETTERS = {{\n{letters}}} as const;\n"
    )
}

/// Lengths \[tenths of a millimetre\] with what the tape says of them in both units, which the page's own words for
/// lengths are tested against: every rounding of the first inch, then ever longer ones up to a long bed.
fn lengths() -> String {
    let first = (0..=254).step_by(2);
    let longer = (0..160).map(|n| 254 + n * (37 + n * 8));
    let line = |tenths: i32| {
        let length = Length::tenths_mm(tenths);
        format!("  [{tenths}, '{}', '{}'],\n", length.on_tape(Units::Imperial), length.on_tape(Units::Metric))
    };
    let lines: String = first.chain(longer).map(line).collect();
    format!(
        "// What the tape says of lengths in tenths of a millimetre: imperial, metric. Written by `cargo xtask generate`.\n\
         export const LENGTHS: [number, string, string][] = [\n{lines}];\n"
    )
}
