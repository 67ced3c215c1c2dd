//! Minifies the style sheets, which are part of each page and of the web files, by removing comments and
//! most spaces.

use std::error::Error;
use std::path::{Path, PathBuf};
use std::{env, fs};

fn main() -> Result<(), Box<dyn Error>> {
    println!("cargo::rerun-if-changed=src/style");
    let to = PathBuf::from(env::var_os("OUT_DIR").ok_or("cargo sets OUT_DIR")?);
    for sheet in fs::read_dir(Path::new("src").join("style"))? {
        let sheet = sheet?;
        fs::write(to.join(sheet.file_name()), lean(&fs::read_to_string(sheet.path())?))?;
    }
    Ok(())
}

fn lean(sheet: &str) -> String {
    let mut parts = sheet.split("/*");
    let first = parts.next().unwrap_or_default().to_owned();
    let rest = parts.map(|part| part.split_once("*/").map_or("", |(_, after)| after));
    let bare: String = std::iter::once(first.as_str()).chain(rest).collect();
    let words = bare.split_whitespace().collect::<Vec<_>>().join(" ");
    let lean = ["{", "}", ";"].iter().fold(words, |sheet, mark| {
        sheet.replace(&format!(" {mark}"), mark).replace(&format!("{mark} "), mark)
    });
    lean.replace(": ", ":").replace(", ", ",").replace(";}", "}")
}
