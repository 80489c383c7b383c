//! Lists the files of `data/crops`, so that a crop is one file and no line anywhere else.

use std::fmt::Write as _;
use std::path::Path;
use std::{env, fs, io};

fn main() -> io::Result<()> {
    println!("cargo::rerun-if-changed=data/crops");
    let folder = Path::new(&env::var("CARGO_MANIFEST_DIR").map_err(io::Error::other)?).join("data/crops");
    let mut files: Vec<_> = fs::read_dir(&folder)?.map(|entry| entry.map(|entry| entry.path())).collect::<Result<_, _>>()?;
    files.retain(|path| path.extension().is_some_and(|end| end == "toml"));
    files.sort();
    let mut list = String::from("&[\n");
    for path in files {
        let key =
            path.file_stem().and_then(|stem| stem.to_str()).ok_or_else(|| io::Error::other("a crop's file has an odd name"))?;
        writeln!(list, "    ({key:?}, include_str!({path:?})),").map_err(io::Error::other)?;
    }
    list.push(']');
    fs::write(Path::new(&env::var("OUT_DIR").map_err(io::Error::other)?).join("crops.rs"), list)
}
