//! Every example is run, and its output is compared with the text beside this file.

use std::path::{Path, PathBuf};
use std::process::Command;

/// Cargo builds the examples with the tests, in the folder beside them.
fn built(name: &str) -> PathBuf {
    let test = std::env::current_exe().expect("this test");
    let profile = test.ancestors().nth(2).expect("target/PROFILE/deps/TEST");
    profile.join("examples").join(name).with_extension(std::env::consts::EXE_EXTENSION)
}

#[test]
fn examples_print_what_their_texts_say() {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR"));
    let sources = std::fs::read_dir(folder.join("examples")).expect("the examples");
    let mut count = 0;
    for source in sources {
        let source = source.expect("an example").path();
        let name = source.file_stem().and_then(|name| name.to_str()).expect("a name").to_owned();
        // An accented letter is found by its base letter.
        if name == "treatment_that_loads" && !cfg!(feature = "unicode") {
            continue;
        }
        let output = Command::new(built(&name))
            .output()
            .expect("an example, built by `cargo build --examples`");
        assert!(output.status.success(), "{name}: {}", String::from_utf8_lossy(&output.stderr));
        let text = folder.join("tests/examples").join(&name).with_extension("txt");
        let expected = std::fs::read_to_string(&text).unwrap_or_default();
        assert_eq!(String::from_utf8_lossy(&output.stdout), expected, "{name}, {}", text.display());
        count += 1;
    }
    assert!(count >= 10, "{count} examples");
}
