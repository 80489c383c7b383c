//! A table as a gardener keeps one: a heading, then lines; columns in any order.

use csv::StringRecord;
use std::collections::HashMap;
use thiserror::Error;

/// Why a table is refused.
#[derive(Debug, Clone, PartialEq, Eq, Error)]
pub enum TableRefused {
    /// It has not the columns that are needed.
    #[error("the file is no table with the columns {needed}")]
    Columns {
        /// They.
        needed: String,
    },
    /// A line of it says what cannot be.
    #[error("line {line}: {said}")]
    Line {
        /// The line, the first one after the heading being 2.
        line: usize,
        /// What is wrong with it.
        said: String,
    },
}

/// The columns of a table by their names.
type Columns = HashMap<String, usize>;

/// A line of a table.
#[derive(Clone, Copy)]
pub(crate) struct Line<'r> {
    columns: &'r Columns,
    /// What stands in it.
    pub(crate) row: &'r StringRecord,
}

impl<'r> Line<'r> {
    /// What stands in a column; nothing where there is no such column.
    pub(crate) fn of(self, name: &str) -> &'r str {
        self.columns.get(name).and_then(|at| self.row.get(*at)).map_or("", str::trim)
    }
}

/// A table with its columns.
pub(crate) struct Table<'t> {
    columns: Columns,
    reader: csv::Reader<&'t [u8]>,
}

impl<'t> Table<'t> {
    /// Reads the heading of a table that must have some columns.
    pub(crate) fn read(text: &'t str, needed: &[&str]) -> Result<Table<'t>, TableRefused> {
        let mut reader = csv::ReaderBuilder::new().flexible(true).from_reader(text.trim_start_matches('\u{feff}').as_bytes());
        let quoted = |names: &[&str]| names.iter().map(|name| format!("“{name}”")).collect::<Vec<_>>().join(", ");
        let refused = || TableRefused::Columns { needed: quoted(needed) };
        let heading = reader.headers().map_err(|_| refused())?;
        let columns: Columns = heading.iter().enumerate().map(|(at, name)| (name.trim().to_lowercase(), at)).collect();
        if needed.iter().all(|name| columns.contains_key(*name)) { Ok(Table { columns, reader }) } else { Err(refused()) }
    }

    /// Reads its lines; an error says which.
    pub(crate) fn lines<T>(self, read: impl Fn(Line) -> Result<T, String>) -> Result<Vec<T>, TableRefused> {
        let Table { columns, mut reader } = self;
        let mut lines = Vec::new();
        for (n, row) in reader.records().enumerate() {
            let refused = |said: String| TableRefused::Line { line: n + 2, said };
            let row = row.map_err(|error| refused(error.to_string()))?;
            lines.push(read(Line { columns: &columns, row: &row }).map_err(refused)?);
        }
        Ok(lines)
    }
}
