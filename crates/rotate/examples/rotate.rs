//! Solves a rotation problem from a file, without a server or a database.
//!
//! `cargo run --release -p sparrow-rotate --example rotate -- FILE [SECONDS]` prints one line of JSON.

use serde_json::json;
use sparrow_rotate::Instance;
use sparrow_rotate::solve;
use std::time::{Duration, Instant};

fn main() -> Result<(), Box<dyn std::error::Error>> {
    let mut arguments = std::env::args().skip(1);
    let path = arguments.next().ok_or("which file? rotate FILE [SECONDS]")?;
    let limit = arguments.next().map_or(Ok(600.0), |seconds| seconds.parse())?;
    let instance: Instance = serde_json::from_str(&std::fs::read_to_string(path)?)?;
    let begun = Instant::now();
    let limit = Duration::try_from_secs_f64(limit)?;
    let answer = solve(&instance, &[], &mut |_, _| begun.elapsed() < limit)?;
    let line = json!({
        "cost": answer.cost.total(),
        "proven": answer.proven,
        "bound": answer.bound,
        "seconds": begun.elapsed().as_secs_f64(),
        "assign": answer.plan,
    });
    println!("{line}");
    Ok(())
}
