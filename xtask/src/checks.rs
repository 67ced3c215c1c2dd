//! All checks, with those that fail fastest first.

use crate::Result;
use crate::machine::{cargo, need, root, run};
use crate::{fuzz, tables, web};

/// Random attempts on every control: see the example `storm` of `pin-notch-any`.
pub(crate) fn storm<T: AsRef<std::ffi::OsStr>>(arguments: &[T]) -> Result<()> {
    let what = ["run", "--release", "--quiet", "-p", "pin-notch-any", "--example", "storm"];
    run(cargo().args(what).args(["--locked", "--"]).args(arguments))
}

pub(crate) fn all() -> Result<()> {
    run(cargo().args(["fmt", "--all", "--check"]))?;
    tables::check()?;
    let lints = ["clippy", "--workspace", "--all-targets", "--locked", "--", "-D", "warnings"];
    run(cargo().args(lints))?;
    let fresh = root().join("target/web/dist");
    web::build_and_compare(&fresh)?;
    web::build_example(&fresh.join("apiary"))?;
    need(&["chromium", "chromedriver"], &["chromium", "chromium-driver"])?;
    // The browser tests use the fresh build, not the committed one.
    run(cargo().args(["test", "--workspace", "--locked"]).env("PIN_NOTCH_WEB_FILES", &fresh))?;
    storm(&["--millions", "4", "--seed", "1"])?;
    fuzz::search_shortly()?;
    // The core without any features.
    run(cargo().args(["test", "--package", "pin-notch", "--no-default-features", "--locked"]))?;
    // The database feature is built only here.
    let kept = ["--features", "pin-notch-cli/sqlite,pin-notch-sheet/sqlite", "--locked"];
    let packages = ["test", "--package", "pin-notch-sheet", "--package", "pin-notch-cli"];
    let tests = ["--test", "sink", "--test", "sheets", "--example", "serve"];
    run(cargo().args(packages).args(kept).args(tests))?;
    // What users get: each crate packed, and a program that depends only on the core.
    let pack = ["package", "--workspace", "--no-verify", "--allow-dirty", "--locked", "--quiet"];
    run(cargo().args(pack))?;
    let mut dependent = cargo();
    dependent.current_dir(root().join("dependent"));
    let target = root().join("target/dependent");
    run(dependent.args(["test", "--locked"]).env("CARGO_TARGET_DIR", target))?;
    let docs = ["doc", "--workspace", "--no-deps", "--locked"];
    run(cargo().args(docs).env("RUSTDOCFLAGS", "-D warnings"))
}
