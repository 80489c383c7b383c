//! Where does a town lie, and what is usual there in each month? Two tables of the world, packed into the program.
//!
//! - Climate: ERA5 monthly means, 2000 to 2025, on a quarter degree. Contains modified Copernicus Climate Change Service
//!   information; neither the European Commission nor ECMWF is responsible for any use of it.
//! - Towns of 5,000 people and more: GeoNames, CC BY 4.0.
//!
//! `tools/make_tables.py` makes both from packages of the registries and names them.

pub mod climate;
pub mod towns;

use std::io::Read;

/// A packed table as it was before; the tests read both.
fn unpacked(packed: &[u8]) -> Vec<u8> {
    let mut table = Vec::new();
    flate2::read::ZlibDecoder::new(packed).read_to_end(&mut table).expect("a test reads the compiled-in tables");
    table
}
