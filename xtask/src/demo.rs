//! stub
pub fn run() -> Result<(), String> {
    Ok(())
}
