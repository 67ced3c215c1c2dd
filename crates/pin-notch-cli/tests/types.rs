//! The types of the web files, in a program that uses them.

use serde_json::json;
use std::path::{Path, PathBuf};
use std::process::Command;

#[test]
fn a_program_compiles_with_the_types() {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR"));
    let web_files = std::env::var_os("PIN_NOTCH_WEB_FILES").map(PathBuf::from);
    let types = web_files.unwrap_or_else(|| folder.join("dist")).join("pin-notch.d.ts");
    let project = json!({
        "compilerOptions": {
            "strict": true,
            "noUncheckedIndexedAccess": true,
            "exactOptionalPropertyTypes": true,
            "noEmit": true,
            "target": "es2022",
            "module": "esnext",
            "moduleResolution": "bundler",
            "types": [],
            "paths": { "pin-notch/form": [types] },
        },
        "files": [folder.join("tests/types/visit.ts")],
    });
    let path = Path::new(env!("CARGO_TARGET_TMPDIR")).join("types.json");
    std::fs::write(&path, project.to_string()).expect("a project");
    let compiler = folder.join("../../target/npm/node_modules/.bin/tsc");
    let run = Command::new(&compiler).arg("--project").arg(&path).output();
    let install = "npm install --no-save --prefix target/npm typescript@7.0.2";
    let run = run.unwrap_or_else(|error| {
        panic!("{}: {error}; install it: {install}", compiler.display());
    });
    assert!(run.status.success(), "{}", String::from_utf8_lossy(&run.stdout));
}
