//! Places of the world against what is known of them, and the season's windows against calendars.

mod against_calendars;
mod against_days;
mod against_frosts;
mod against_neighbours;
mod against_stations;
mod anywhere;
mod calendars_hold;
mod common;
mod winters_and_springs;
