//! Each format in and out, read back by another hand where there is one.

mod garden_file;
mod lists_file;
mod pictures_and_journals;
mod season_calendar;
mod sheet_svg;
mod station_file;
