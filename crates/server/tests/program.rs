//! The program, told what it cannot do, says so and starts nothing.

use std::process::Command;

#[test]
fn a_setting_that_cannot_be_is_named_with_what_was_read() {
    let program = env!("CARGO_BIN_EXE_patient-sparrow");
    for (arguments, named) in [(["--port", "70000"], "70000"), (["--registration", "sometimes"], "sometimes")] {
        let said = Command::new(program).args(arguments).output().expect("it runs");
        let told = String::from_utf8_lossy(&said.stderr).into_owned();
        assert!(said.status.code() == Some(2) && told.contains(arguments[0]) && told.contains(named), "{told}");
        assert!(said.stdout.is_empty());
    }
}
