//! The web files, built from the crate `pin-notch-web`: `pin-notch.js` with `pin-notch.wasm`, which contain
//! only the elements, and `pin-notch-form.js` with `pin-notch-form.wasm`, which also contain the form
//! element. A page loads one of the two.
//!
//! They are committed beside the command, so that the demo starts with Rust's ordinary toolchain alone.
//! [`build_and_compare`] makes sure that they are up to date.

use crate::Result;
use crate::dense::dense;
use crate::machine::{cargo, need, root, run};
use crate::script::script;
use flate2::{Compression, write::GzEncoder};
use std::ffi::OsString;
use std::fmt::Write as _;
use std::fs;
use std::io::Write;
use std::path::{Path, PathBuf};
use std::process::Command;
use wasm_bindgen_cli_support::Bindgen;

const TARGET: &str = "wasm32-unknown-unknown";
const COMMITTED: &str = "crates/pin-notch-cli/dist";
const RECORD: &str = "built-by.txt";

/// The compiler from Debian's packages.
const DEBIAN_RUSTC: &str = "/usr/bin/rustc";

/// The builds: the name of script and module, the features of the crate, and the target for the total size
/// of what a page loads, compressed by `gzip -9`.
const BUILDS: [(&str, &str, usize); 2] =
    [("pin-notch", "allocator", 115_000), ("pin-notch-form", "allocator,form", 130_000)];

/// The style sheet that a page also loads.
const STYLE: &str = "pin-notch.css";

/// What is copied from these folders of the crate, to make a package of the files. Whoever receives it
/// receives its licences as well.
const COPIED: [(&str, &str); 5] = [
    ("src", "pin-notch.d.ts"),
    ("src", "package.json"),
    ("src", "README.md"),
    ("", "LICENSE-MIT"),
    ("", "LICENSE-APACHE"),
];

/// Builds the committed web files, and records the compiler.
pub(crate) fn build_committed() -> Result<()> {
    let folder = root().join(COMMITTED);
    build(&folder)?;
    fs::write(folder.join(RECORD), compiler()?)?;
    Ok(())
}

/// Builds the web files into `fresh`, and fails unless they equal the committed ones byte for byte. If
/// those were built by another compiler, they cannot be compared.
pub(crate) fn build_and_compare(fresh: &Path) -> Result<()> {
    build(fresh)?;
    let committed = root().join(COMMITTED);
    let recorded = fs::read_to_string(committed.join(RECORD)).unwrap_or_default();
    let compiler = compiler()?;
    if recorded != compiler {
        println!("{COMMITTED} was built by {}, and this is {}", recorded.trim(), compiler.trim());
        return Ok(());
    }
    let built = BUILDS.iter().flat_map(|(name, ..)| files_of(name)).chain([STYLE.to_owned()]);
    for name in built.chain(COPIED.map(|(_, name)| name.to_owned())) {
        if fs::read(fresh.join(&name))? != fs::read(committed.join(&name))? {
            let why = format!("{COMMITTED}/{name} is not what is built now; run: cargo xtask web");
            return Err(why.into());
        }
    }
    Ok(())
}

/// The version of the compiler for the browser, in one line.
fn compiler() -> Result<String> {
    let output = match rustup_has_target()? {
        true => Command::new(rustc()).arg("--version").output()?,
        false => Command::new(DEBIAN_RUSTC).arg("--version").output()?,
    };
    Ok(String::from_utf8_lossy(&output.stdout).into_owned())
}

fn rustc() -> OsString {
    std::env::var_os("RUSTC").unwrap_or_else(|| "rustc".into())
}

/// Builds the example of a program that has the elements in its own module into `folder`.
pub(crate) fn build_example(folder: &Path) -> Result<()> {
    let wasm = compile(&["--example", "apiary"])?.join("examples/apiary.wasm");
    Bindgen::new()
        .input_path(wasm)
        .web(true)?
        .typescript(false)
        .omit_default_module_path(false)
        .generate(folder)?;
    Ok(())
}

/// The files of a build.
fn files_of(name: &str) -> [String; 2] {
    ["wasm", "js"].map(|ending| format!("{name}.{ending}"))
}

/// Builds the web files into `folder` and prints their sizes.
pub(crate) fn build(folder: &Path) -> Result<()> {
    fs::create_dir_all(folder)?;
    for (from, name) in COPIED {
        let from = root().join("crates/pin-notch-web").join(from).join(name);
        fs::copy(from, folder.join(name))?;
    }
    fs::write(folder.join(STYLE), pin_notch_html::page_style())?;
    for (name, features, aim) in BUILDS {
        let what = ["--lib", "--no-default-features", "--features", features];
        let wasm = compile(&what)?.join("pin_notch_web.wasm");
        let raw = root().join("target/web/bindgen").join(name);
        Bindgen::new()
            .input_path(wasm)
            .web(true)?
            .typescript(false)
            .remove_name_section(true)
            .remove_producers_section(true)
            .omit_default_module_path(true)
            .generate(&raw)?;
        fs::write(folder.join(format!("{name}.js")), script(&raw, name)?)?;
        let wasm = fs::read(raw.join("pin_notch_web_bg.wasm"))?;
        if wasm.windows(12).any(|text| text == b"registry/src") {
            return Err(format!("{name}.wasm names folders of this machine").into());
        }
        fs::write(folder.join(format!("{name}.wasm")), dense(&wasm)?)?;
        compress(folder, name, aim)?;
    }
    Ok(())
}

/// Compiles a part of the crate for the browser and returns the output folder. It uses rustup's target if
/// installed, and otherwise Debian's packages, which include the source of the standard library.
fn compile(what: &[&str]) -> Result<PathBuf> {
    let target_dir = root().join("target/web");
    let mut flags = remapped_paths()?;
    // In WebAssembly, a small copy is a single instruction, which takes fewer bytes than several loads and
    // stores.
    let copies = ["memcpy", "memmove", "memset"];
    flags.extend(copies.map(|what| format!("-Cllvm-args=-max-store-{what}=1")));
    // Loop strength reduction would add code for pointers beside loop counters.
    flags.push("-Cllvm-args=-disable-lsr".to_owned());
    let mut build = cargo();
    if !rustup_has_target()? {
        let sources = "/usr/lib/rustlib/src/rust/library/Cargo.toml";
        let programs = ["/usr/bin/cargo", DEBIAN_RUSTC, "wasm-ld-22", sources];
        let packages = ["rustc-web", "cargo-web", "rust-web-src", "rust-web-llvm", "lld-22"];
        need(&programs, &packages)?;
        // Because the standard library is built too, panics can omit message and location, which a browser
        // would not show anyway.
        let lean = ["-Zunstable-options", "-Cpanic=immediate-abort", "-Zlocation-detail=none"];
        // Functions are compiled in the crate that calls them, so that those with a single caller can be
        // inlined.
        flags.push("-Zcross-crate-inline-threshold=always".to_owned());
        flags.extend(lean.map(str::to_owned));
        build = Command::new(programs[0]);
        build
            .current_dir(root())
            .env("RUSTC", programs[1])
            .env("RUSTC_BOOTSTRAP", "1")
            .env("CARGO_TARGET_WASM32_UNKNOWN_UNKNOWN_LINKER", programs[2])
            // Environment variables set by the Cargo that runs us must not affect another toolchain.
            .env_remove("CARGO")
            .env_remove("RUSTUP_TOOLCHAIN")
            .args(["-Zbuild-std=std,panic_abort", "-Zbuild-std-features=optimize_for_size"]);
    }
    build.env("CARGO_TARGET_WASM32_UNKNOWN_UNKNOWN_RUSTFLAGS", flags.join(" "));
    build.args(["build", "--package", "pin-notch-web", "--profile", "web", "--locked"]).args(what);
    run(build.args(["--target", TARGET, "--target-dir"]).arg(&target_dir))?;
    Ok(target_dir.join(TARGET).join("web"))
}

/// Flags that keep the folders of the build machine out of the panic locations in the files.
fn remapped_paths() -> Result<Vec<String>> {
    let home = std::env::var_os("HOME").map(|home| Path::new(&home).join(".cargo"));
    let cargo_home = std::env::var_os("CARGO_HOME").map(PathBuf::from).or(home);
    let sources = cargo_home.unwrap_or_default().join("registry/src");
    let mut flags = Vec::new();
    if sources.is_dir() {
        for folder in fs::read_dir(sources)? {
            flags.push(format!("--remap-path-prefix={}=dependencies", folder?.path().display()));
        }
    }
    Ok(flags)
}

fn rustup_has_target() -> Result<bool> {
    let output =
        Command::new(rustc()).args(["--print", "target-libdir", "--target", TARGET]).output()?;
    let folder = String::from_utf8_lossy(&output.stdout).trim().to_owned();
    Ok(output.status.success() && Path::new(&folder).exists())
}

/// A table of what a page loads with each committed build.
pub(crate) fn sizes() -> Result<String> {
    let folder = root().join(COMMITTED);
    let mut text = "| file | bytes | by `gzip -9` | as `.gz` |\n|---|--:|--:|--:|\n".to_owned();
    for (name, _, aim) in BUILDS {
        let mut all = [0; 3];
        for file in files_of(name).into_iter().chain([STYLE.to_owned()]) {
            let bytes = fs::read(folder.join(&file))?;
            let best = fs::metadata(folder.join(format!("{file}.gz")))?.len();
            let sizes = [bytes.len(), gzip(&bytes)?.len(), usize::try_from(best)?];
            all.iter_mut().zip(sizes).for_each(|(all, one)| *all += one);
            writeln!(text, "| `{file}` | {} |", sizes.map(thousands).join(" | "))?;
        }
        let all = all.map(thousands).join(" | ");
        writeln!(text, "| **together** (the aim is {} by `gzip -9`) | {all} |", thousands(aim))?;
    }
    Ok(text)
}

/// Formats 115000 as 115,000.
fn thousands(number: usize) -> String {
    let digits = number.to_string();
    let groups: Vec<&str> = digits
        .as_bytes()
        .rchunks(3)
        .rev()
        .filter_map(|group| std::str::from_utf8(group).ok())
        .collect();
    groups.join(",")
}

fn gzip(bytes: &[u8]) -> Result<Vec<u8>> {
    let mut gzip = GzEncoder::new(Vec::new(), Compression::best());
    gzip.write_all(bytes)?;
    Ok(gzip.finish()?)
}

/// Compresses what a page loads with this build, for servers that can serve compressed files, and prints
/// the sizes: uncompressed, compressed by a typical server, and by the slower compressor used here.
fn compress(folder: &Path, name: &str, aim: usize) -> Result<()> {
    println!("{:20} {:>8} {:>8} {:>8}", "", "bytes", "gzip -9", ".gz");
    let (mut quick, mut best) = (0, 0);
    for name in files_of(name).into_iter().chain([STYLE.to_owned()]) {
        let bytes = fs::read(folder.join(&name))?;
        let gzip = gzip(&bytes)?;
        let mut zopfli = Vec::new();
        zopfli::compress(zopfli::Options::default(), zopfli::Format::Gzip, &*bytes, &mut zopfli)?;
        fs::write(folder.join(format!("{name}.gz")), &zopfli)?;
        quick += gzip.len();
        best += zopfli.len();
        println!("{name:20} {:>8} {:>8} {:>8}", bytes.len(), gzip.len(), zopfli.len());
    }
    let verdict = if quick <= aim { "within" } else { "OVER" };
    println!(
        "{:20} {:>8} {quick:>8} {best:>8}, gzip -9 {verdict} the aim of {aim}",
        "together", ""
    );
    Ok(())
}
