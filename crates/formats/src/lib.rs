//! Open formats in and out. Pure: text in, facts out, and back.

pub mod garden_file;
pub mod journal_file;
pub mod journal_read;
pub mod lists_file;
pub mod picture;
pub mod season_calendar;
pub mod sheet_svg;
pub mod sources_page;
pub mod station_file;
mod table;
