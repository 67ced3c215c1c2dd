//! The command prints what the README shows.

use std::path::{Path, PathBuf};
use std::process::Command;

fn root() -> PathBuf {
    PathBuf::from(env!("CARGO_MANIFEST_DIR"))
}

/// The commands in the README's console sessions, each with the output below it.
fn shown() -> Vec<(String, String)> {
    let readme = std::fs::read_to_string(root().join("../../README.md")).expect("the README");
    let consoles = readme.split("```console\n").skip(1);
    let consoles = consoles.map(|console| console.split("```").next().unwrap_or_default());
    let commands = consoles.flat_map(|console| console.split("$ ").skip(1));
    let shown = commands.map(|command| command.split_once('\n').unwrap_or((command, "")));
    shown.map(|(line, printed)| (line.to_owned(), printed.trim_end().to_owned())).collect()
}

/// Runs a line like a shell in the command's own folder, including a final `| head -N`.
fn printed(line: &str) -> String {
    let (line, lines) = line.split_once(" | head -").unwrap_or((line, "9999"));
    // A quoted part is one word.
    let pieces = line.split('\'').enumerate();
    let words = pieces.flat_map(|(at, piece)| match at % 2 {
        0 => piece.split_whitespace().collect(),
        _ => vec![piece],
    });
    let mut command = Command::new(env!("CARGO_BIN_EXE_pin-notch"));
    let output = command.args(words.skip(1)).current_dir(root()).env("NO_COLOR", "1").output();
    let output = output.expect("the command runs");
    let text = String::from_utf8_lossy(&[output.stdout, output.stderr].concat()).into_owned();
    let most = lines.parse().expect("a number of lines");
    text.lines().take(most).map(str::trim_end).collect::<Vec<_>>().join("\n").trim_end().to_owned()
}

#[test]
fn the_readme_prints_what_the_command_prints() {
    let mut compared = 0;
    for (line, expected) in shown() {
        assert!(line.starts_with("pin-notch "), "{line}");
        // A server does not end, and a command with a picture below it shows no text.
        if !line.starts_with("pin-notch demo") && !expected.is_empty() {
            assert_eq!(printed(&line), expected, "{line}");
            compared += 1;
        }
    }
    assert!(compared >= 4, "{compared} transcripts");
}

#[test]
fn the_links_of_the_readmes_have_targets() {
    let rooms = ["../pin-notch", "../pin-notch-html", "../pin-notch-sheet", "../pin-notch-web"];
    for folder in ["../..", "."].into_iter().chain(rooms) {
        let folder = root().join(folder);
        let readme = std::fs::read_to_string(folder.join("README.md")).expect("a README");
        for link in readme.split("](").skip(1).filter_map(|rest| rest.split(')').next()) {
            let (file, heading) = link.split_once('#').unwrap_or((link, ""));
            if file.starts_with("https://") {
                continue;
            }
            let to = if file.is_empty() { Path::new("README.md") } else { Path::new(file) };
            let path = folder.join(to);
            assert!(path.exists(), "{}: {link}", folder.display());
            if !heading.is_empty() {
                let text = std::fs::read_to_string(path).expect("a text");
                let headings = text.lines().filter(|line| line.starts_with('#'));
                let mut named = headings.map(|line| {
                    line.trim_start_matches(['#', ' ']).to_lowercase().replace(' ', "-")
                });
                assert!(named.any(|own| own == heading), "{}: {link}", folder.display());
            }
        }
    }
}
