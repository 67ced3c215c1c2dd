//! A copy of the workspace with changed code.

use super::TestsOf;
use super::change::{Change, Place, Span};
use crate::Result;
use crate::machine::{cargo, root};
use serde::Deserialize;
use std::collections::{BTreeMap, BTreeSet};
use std::ops::RangeInclusive;
use std::path::{Path, PathBuf};
use std::process::{Command, Stdio};

/// The environment variable that selects a change.
pub(crate) const WHICH: &str = "PIN_NOTCH_CHANGE";

/// A copy in which one crate is changed.
pub(crate) struct Copy<'a> {
    package: &'a str,
    /// The tests to run.
    tests: &'a [TestsOf],
    tree: PathBuf,
    /// The original texts of the changed files, because work in the workspace may continue meanwhile.
    originals: BTreeMap<PathBuf, String>,
}

/// Tests that run together, and their working directory.
pub(crate) struct Tests {
    pub what: What,
    pub folder: PathBuf,
}

/// What to run.
pub(crate) enum What {
    /// A compiled program.
    Program(PathBuf),
    /// The documentation examples of this crate, which are compiled when they run.
    Examples(String),
}

/// The tests of a crate that holds many changes at once.
pub(crate) struct Together {
    pub tests: Vec<Tests>,
    /// The indices of those that cannot be built with the others.
    pub left_out: BTreeSet<usize>,
}

/// A line of Cargo's JSON output.
#[derive(Deserialize)]
struct BuildMessage {
    executable: Option<PathBuf>,
    manifest_path: Option<PathBuf>,
    profile: Option<Profile>,
    message: Option<Message>,
}

#[derive(Deserialize)]
struct Profile {
    test: bool,
}

#[derive(Deserialize)]
struct Message {
    level: String,
    spans: Vec<Cause>,
}

#[derive(Deserialize)]
struct Cause {
    file_name: PathBuf,
    line_start: usize,
    is_primary: bool,
}

/// Lines of a file with the changes they belong to: one change for its own lines, otherwise all changes of
/// a function.
type Lines = Vec<(RangeInclusive<usize>, Vec<usize>)>;

impl<'a> Copy<'a> {
    /// Copies every file that is not ignored, in its current state.
    pub(crate) fn of_workspace(
        package: &'a str,
        tests: &'a [TestsOf],
        changes: &[Change],
    ) -> Result<Self> {
        let tree = root().join("target/mutants/tree");
        if tree.exists() {
            std::fs::remove_dir_all(&tree)?;
        }
        let listed = Command::new("git")
            .current_dir(root())
            .args(["ls-files", "--cached", "--others", "--exclude-standard", "-z"])
            .output()?;
        for file in String::from_utf8(listed.stdout)?.split_terminator('\0') {
            let to = tree.join(file);
            std::fs::create_dir_all(to.parent().unwrap_or(&tree))?;
            std::fs::copy(root().join(file), to).map_err(|error| format!("{file}: {error}"))?;
        }
        let mut originals = BTreeMap::new();
        for file in changes.iter().map(|change| &change.file) {
            originals.insert(file.clone(), std::fs::read_to_string(tree.join(file))?);
        }
        Ok(Self { package, tests, tree, originals })
    }

    /// Builds the tests with all of these changes, except for those that do not compile this way. They
    /// remain in the copy until something is built separately.
    pub(crate) fn build_together(&self, changes: &[Change]) -> Result<Together> {
        let mut left_out: BTreeSet<usize> =
            (0..changes.len()).filter(|index| changes[*index].is_apart(changes)).collect();
        loop {
            let places = self.write_together(changes, &left_out)?;
            let (tests, errors) = self.build()?;
            if errors.is_empty() {
                return Ok(Together { tests, left_out });
            }
            let before = left_out.len();
            for cause in &errors {
                let mut lines = places.get(&cause.file_name).into_iter().flatten();
                let wrong = lines.find(|(lines, _)| lines.contains(&cause.line_start));
                left_out.extend(wrong.into_iter().flat_map(|(_, changes)| changes));
            }
            if left_out.len() == before {
                let cause = &errors[0];
                let (file, line) = (cause.file_name.display(), cause.line_start);
                return Err(format!("{file}:{line} does not build, and holds no change").into());
            }
        }
    }

    /// Builds the tests with only this change; `None` if it does not compile, and no tests if they no
    /// longer compile.
    pub(crate) fn build_alone(&self, change: &Change) -> Result<Option<Vec<Tests>>> {
        self.restore()?;
        let text = &self.originals[&change.file];
        let changed = replaced(text, change.span, &change.replacement);
        std::fs::write(self.tree.join(&change.file), changed)?;
        // Whether it compiles at all is determined faster without the tests.
        let check = ["check", "--quiet", "--all-features", "--locked", "-p", self.package];
        let builds = self.cargo().args(check).output()?.status.success();
        let (tests, errors) = if builds { self.build()? } else { Default::default() };
        let tests = if errors.is_empty() { tests } else { Vec::new() };
        Ok(builds.then_some(tests))
    }

    /// The folder of the crate.
    fn folder(&self) -> PathBuf {
        self.tree.join("crates").join(self.package)
    }

    /// Restores the original files where they differ.
    fn restore(&self) -> Result<()> {
        for (file, text) in &self.originals {
            if std::fs::read_to_string(self.tree.join(file))? != *text {
                std::fs::write(self.tree.join(file), text)?;
            }
        }
        Ok(())
    }

    /// Cargo in the copy.
    fn cargo(&self) -> Command {
        let mut cargo = cargo();
        as_in_the_copy(&mut cargo).current_dir(&self.tree).stderr(Stdio::null());
        cargo
    }

    /// Builds the tests, and returns them or the places of compiler errors.
    fn build(&self) -> Result<(Vec<Tests>, Vec<Cause>)> {
        let (mut tests, mut errors) = (Vec::new(), Vec::new());
        for of in self.tests {
            self.build_tests(of, &mut tests, &mut errors)?;
            if !errors.is_empty() {
                return Ok((tests, errors));
            }
        }
        let examples = What::Examples(self.package.to_owned());
        tests.push(Tests { what: examples, folder: self.tree.clone() });
        Ok((tests, errors))
    }

    fn build_tests(
        &self,
        (package, names): &TestsOf,
        tests: &mut Vec<Tests>,
        errors: &mut Vec<Cause>,
    ) -> Result<()> {
        let mut build = self.cargo();
        build.args(["test", "--no-run", "--all-features", "--locked", "--message-format", "json"]);
        build.args(["-p", package]).args(names.iter().flat_map(|name| ["--test", name]));
        let output = build.output()?;
        for line in String::from_utf8(output.stdout)?.lines() {
            let Ok(message) = serde_json::from_str::<BuildMessage>(line) else { continue };
            // Examples are built as well, for the tests that run them.
            let is_test = message.profile.is_some_and(|profile| profile.test);
            if let (Some(program), Some(manifest), true) =
                (message.executable, message.manifest_path, is_test)
            {
                let folder = manifest.parent().unwrap_or(&self.tree).to_owned();
                tests.push(Tests { what: What::Program(program), folder });
            }
            let diagnostic = message.message.filter(|message| message.level == "error");
            let spans = diagnostic.into_iter().flat_map(|one| one.spans);
            errors.extend(spans.filter(|cause| cause.is_primary));
        }
        match output.status.success() || !errors.is_empty() {
            true => Ok(()),
            false => Err(format!("the tests of {package} do not build").into()),
        }
    }

    /// Writes the changes, and returns which lines of which file belong to which of them.
    fn write_together(
        &self,
        changes: &[Change],
        left_out: &BTreeSet<usize>,
    ) -> Result<BTreeMap<PathBuf, Lines>> {
        let mut files: BTreeMap<&Path, BTreeMap<Place, (Span, Vec<usize>)>> = BTreeMap::new();
        for (index, change) in changes.iter().enumerate() {
            if let (Some(body), false) = (change.body, left_out.contains(&index)) {
                let functions = files.entry(&change.file).or_default();
                functions.entry(body.start).or_insert((body, Vec::new())).1.push(index);
            }
        }
        self.restore()?;
        let mut places = BTreeMap::new();
        for (file, functions) in files {
            let text = &self.originals[file];
            let (mut written, mut at, mut lines) = (String::new(), 0, Vec::new());
            for (body, indexes) in functions.into_values() {
                let (start, end) = (offset(text, body.start), offset(text, body.end));
                written.push_str(&text[at..start]);
                let first = written.lines().count();
                written.push_str("match crate::which_change() {\n");
                for index in &indexes {
                    let first = written.lines().count() + 1;
                    written.push_str(&changed(text, body, &changes[*index], *index));
                    lines.push((first..=written.lines().count(), vec![*index]));
                }
                written.push_str(&format!("_ => {{ {}\n}}\n}}", &text[start..end]));
                lines.push((first..=written.lines().count(), indexes));
                at = end;
            }
            written.push_str(&text[at..]);
            std::fs::write(self.tree.join(file), written)?;
            places.insert(file.to_path_buf(), lines);
        }
        self.write_switch()?;
        Ok(places)
    }

    /// Adds the function that selects the change to the root of the crate.
    fn write_switch(&self) -> Result<()> {
        let library = self.folder().join("src/lib.rs");
        let mut text = std::fs::read_to_string(&library)?;
        if text.contains(WHICH) {
            return Ok(());
        }
        text.push_str(&format!(
            "
            pub(crate) fn which_change() -> usize {{
                static WHICH: std::sync::OnceLock<usize> = std::sync::OnceLock::new();
                let read = || std::env::var({WHICH:?}).ok()?.parse().ok();
                *WHICH.get_or_init(|| read().unwrap_or(usize::MAX))
            }}
            "
        ));
        Ok(std::fs::write(library, text)?)
    }
}

/// Runs a Cargo build in the copy.
pub(crate) fn as_in_the_copy(command: &mut Command) -> &mut Command {
    // Unused code in a changed body is not an error.
    command.env("RUSTFLAGS", "--cap-lints=warn -Cdebuginfo=0");
    command.env("CARGO_PROFILE_DEV_OPT_LEVEL", "1");
    command.env("CARGO_TARGET_DIR", root().join("target/mutants/build"))
}

/// A match arm with a changed body.
fn changed(text: &str, body: Span, change: &Change, index: usize) -> String {
    let [from, start, end, to] =
        [body.start, change.span.start, change.span.end, body.end].map(|place| offset(text, place));
    let (before, after) = (&text[from..start], &text[end..to]);
    format!("{index} => {{ {before} {} {after}\n}}\n", change.replacement)
}

/// The text with this range replaced.
fn replaced(text: &str, span: Span, with: &str) -> String {
    let (start, end) = (offset(text, span.start), offset(text, span.end));
    format!("{} {with} {}", &text[..start], &text[end..])
}

/// The byte index of this place.
fn offset(text: &str, place: Place) -> usize {
    let line = text.split_inclusive('\n').take(place.line - 1).map(str::len).sum::<usize>();
    let characters = text[line..].chars().take(place.column - 1);
    line + characters.map(char::len_utf8).sum::<usize>()
}
