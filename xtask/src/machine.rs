//! Running other programs, and installing missing ones.

use crate::Result;
use std::path::{Path, PathBuf};
use std::process::Command;

/// The folder of the workspace.
pub(crate) fn root() -> &'static Path {
    Path::new(env!("CARGO_MANIFEST_DIR")).parent().expect("xtask lies in the workspace")
}

/// The same Cargo that was used to run us, in the folder of the workspace.
pub(crate) fn cargo() -> Command {
    let mut cargo = Command::new(std::env::var_os("CARGO").unwrap_or_else(|| "cargo".into()));
    cargo.current_dir(root());
    cargo
}

/// Prints a command, runs it, and fails if it fails.
pub(crate) fn run(command: &mut Command) -> Result<()> {
    let line: Vec<_> = std::iter::once(command.get_program())
        .chain(command.get_args())
        .map(|word| word.to_string_lossy().into_owned())
        .collect();
    let line = line.join(" ");
    println!("+ {line}");
    let status = command.status().map_err(|error| format!("cannot run {line}: {error}"))?;
    if status.success() { Ok(()) } else { Err(format!("{line}: {status}").into()) }
}

/// Makes sure that these programs (or files, by path) exist, by installing these Debian packages if
/// necessary.
pub(crate) fn need(programs: &[&str], packages: &[&str]) -> Result<()> {
    let missing = |program: &&&str| !has(program);
    let Some(program) = programs.iter().find(missing) else { return Ok(()) };
    let install = format!("apt-get install -y {}", packages.join(" "));
    if !has("apt-get") {
        return Err(format!("{program} is missing; on Debian it comes with: {install}").into());
    }
    run(Command::new("apt-get").args(["update", "-q"]))?;
    run(Command::new("apt-get").args(["install", "-y", "-q"]).args(packages)).map_err(|error| {
        format!(
            "{program} is missing and could not be installed ({error}); as root, run: {install}"
        )
    })?;
    match programs.iter().find(missing) {
        None => Ok(()),
        Some(program) => Err(format!("{program} is missing even after: {install}").into()),
    }
}

/// The packages from npm: a minifier for the script, an accessibility checker for the pages, and a compiler that
/// checks the types. (Tests report by themselves if one of the latter is missing: see `Page::axe` and `types.rs`.)
const NPM: [&str; 3] = ["esbuild@0.28.2", "axe-core@4.14.1", "typescript@7.0.2"];

/// Installs them in a single call, because npm removes what another call has installed.
pub(crate) fn npm() -> Result<()> {
    need(&["npm"], &["npm"])?;
    let mut npm = Command::new("npm");
    npm.current_dir(root()).args(["install", "--no-save", "--no-package-lock", "--no-audit"]);
    run(npm.args(["--no-fund", "--prefix", "target/npm"]).args(NPM))
}

/// Whether this program exists, given as a path or as a name to search for.
pub(crate) fn has(program: &str) -> bool {
    if program.contains('/') {
        return Path::new(program).exists();
    }
    let path = std::env::var_os("PATH").unwrap_or_default();
    let home = std::env::var_os("CARGO_HOME").map(PathBuf::from);
    let home = home.or_else(|| Some(Path::new(&std::env::var_os("HOME")?).join(".cargo")));
    let mut folders = std::env::split_paths(&path).chain(home.map(|home| home.join("bin")));
    folders.any(|folder| folder.join(program).exists())
}
