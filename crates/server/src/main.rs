//! The program: see [`ink_lamp_server::command`].

use std::process::ExitCode;

fn main() -> ExitCode {
    let arguments: Vec<String> = std::env::args().skip(1).collect();
    ink_lamp_server::command::run(&arguments)
}
