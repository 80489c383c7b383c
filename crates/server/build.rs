//! The page lies in the program: where it is built anew, or for the first time, the program is too.

fn main() {
    println!("cargo::rerun-if-changed=../../web/dist");
}
