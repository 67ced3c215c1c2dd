//! Collects every example in the documentation of `pin-notch`, and in the project's README, to be run here.

use std::path::{Path, PathBuf};
use std::{env, fs, io};

fn main() -> io::Result<()> {
    let source = Path::new("../crates/pin-notch/src");
    println!("cargo::rerun-if-changed={}", source.display());
    let mut all = String::new();
    collect(source, &mut all)?;
    let readme = Path::new("../README.md");
    println!("cargo::rerun-if-changed={}", readme.display());
    // Whoever reads it need not see what runs it.
    for example in fs::read_to_string(readme)?.split("```rust\n").skip(1) {
        let example = example.split("```").next().unwrap_or_default();
        let main = "# fn main() -> Result<(), Box<dyn std::error::Error>> {";
        all.push_str(&format!("```\n{main}\n{example}# Ok(()) }}\n```\n"));
    }
    let to = PathBuf::from(env::var_os("OUT_DIR").unwrap_or_default());
    fs::write(to.join("examples.md"), all)
}

fn collect(path: &Path, all: &mut String) -> io::Result<()> {
    if path.is_dir() {
        let mut entries = fs::read_dir(path)?.collect::<io::Result<Vec<_>>>()?;
        entries.sort_by_key(fs::DirEntry::path);
        return entries.iter().try_for_each(|entry| collect(&entry.path(), all));
    }
    let text = fs::read_to_string(path)?;
    let mut inside = false;
    for line in text.lines().map(str::trim_start) {
        let Some(doc) = line.strip_prefix("///").or(line.strip_prefix("//!")) else { continue };
        let doc = doc.strip_prefix(' ').unwrap_or(doc);
        let is_fence = doc.trim_start().starts_with("```");
        if is_fence || inside {
            all.push_str(doc);
            all.push('\n');
        }
        inside ^= is_fence;
    }
    Ok(())
}
