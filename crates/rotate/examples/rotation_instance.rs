//! Prints the rotation problem that the tests make from a seed, for the reference solver.
//!
//! `cargo run --release -p sparrow-rotate --example rotation_instance -- SEED [SECTIONS YEARS DEMANDS]`

#[path = "../tests/common/rotations.rs"]
mod rotations;

fn main() -> Result<(), Box<dyn std::error::Error>> {
    let numbers = std::env::args().skip(1).map(|text| text.parse()).collect::<Result<Vec<u32>, _>>()?;
    let instance = match numbers[..] {
        [seed] => rotations::drawn(seed.into()),
        [seed, sections, years, demands] => rotations::instance(seed.into(), sections, years.try_into()?, demands as usize),
        _ => return Err("which seed? rotation_instance SEED [SECTIONS YEARS DEMANDS]".into()),
    };
    println!("{}", serde_json::to_string(&instance)?);
    Ok(())
}
