//! Where does a town lie, how high, and what is usual there in each month? Three tables of the world, packed into the program.
//!
//! - Climate: ERA5 monthly means, 2000 to 2025, on a quarter degree. Contains modified Copernicus Climate Change Service
//!   information; neither the European Commission nor ECMWF is responsible for any use of it.
//! - Heights: open terrain data of many surveys, as the package pvlib (BSD) carries and names them.
//! - Towns of 5,000 people and more: GeoNames, CC BY 4.0.
//!
//! `tools/make_tables.py` makes all from packages of the registries and names them.

pub mod climate;
pub mod heights;
pub mod towns;

use std::io::Read;

/// A packed table as it was before; the tests read all.
fn unpacked(packed: &[u8]) -> Vec<u8> {
    let mut table = Vec::new();
    flate2::read::ZlibDecoder::new(packed).read_to_end(&mut table).expect("a test reads the compiled-in tables");
    table
}
