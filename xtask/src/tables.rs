//! Generated parts of scripts and documents, between markers.

use crate::Result;
use crate::machine::root;
use crate::web;
use pin_notch::{Attribute, AttributeKind, Control, ControlKind, Definition, ValueKind};
use pin_notch_html::tag_of;
use std::fmt::Write;
use std::fs;

/// A file, the markers, and the text between them.
struct Part {
    file: &'static str,
    begin: &'static str,
    end: &'static str,
    text: fn() -> Result<String>,
}

const PARTS: [Part; 8] = [
    Part {
        file: "crates/pin-notch-web/src/script/elements.js",
        begin: "// <attributes: written by `cargo xtask tables`>\n",
        end: "// </attributes>\n",
        text: || Ok(script()),
    },
    Part {
        file: "crates/pin-notch-web/src/pin-notch.d.ts",
        begin: "// <elements: written by `cargo xtask tables`>\n",
        end: "// </elements>\n",
        text: || Ok(types()),
    },
    Part {
        file: "crates/pin-notch-web/src/pin-notch.d.ts",
        begin: "  // <tags: written by `cargo xtask tables`>\n",
        end: "  // </tags>\n",
        text: || Ok(tags()),
    },
    Part {
        file: "crates/pin-notch-web/README.md",
        begin: "<!-- elements: written by `cargo xtask tables` -->\n",
        end: "<!-- /elements -->\n",
        text: elements,
    },
    Part {
        file: "crates/pin-notch-web/README.md",
        begin: "<!-- parts: written by `cargo xtask tables` -->\n",
        end: "<!-- /parts -->\n",
        text: || Ok(parts()),
    },
    Part {
        file: "crates/pin-notch-web/README.md",
        begin: "<!-- sizes: written by `cargo xtask web` -->\n",
        end: "<!-- /sizes -->\n",
        text: web::sizes,
    },
    Part {
        file: "crates/pin-notch-web/README.md",
        begin: "<!-- attributes: written by `cargo xtask tables` -->\n",
        end: "<!-- /attributes -->\n",
        text: explained,
    },
    Part {
        file: "crates/pin-notch-sheet/README.md",
        begin: "<!-- words: written by `cargo xtask tables` -->\n",
        end: "<!-- /words -->\n",
        text: || Ok(words()),
    },
];

/// Writes all parts.
pub(crate) fn write() -> Result<()> {
    for part in &PARTS {
        let (old, new) = part.versions()?;
        if old != new {
            fs::write(root().join(part.file), new)?;
            println!("{} is written anew", part.file);
        }
    }
    Ok(())
}

/// Fails unless all parts are up to date.
pub(crate) fn check() -> Result<()> {
    for part in &PARTS {
        let (old, new) = part.versions()?;
        if old != new {
            return Err(format!("{} is out of date; run: cargo xtask tables", part.file).into());
        }
    }
    Ok(())
}

impl Part {
    /// The file as it is, and as it would be written.
    fn versions(&self) -> Result<(String, String)> {
        let old = fs::read_to_string(root().join(self.file))?;
        let missing = || format!("{} has no place for {:?}", self.file, self.begin);
        let (before, rest) = old.split_once(self.begin).ok_or_else(missing)?;
        let (_, after) = rest.split_once(self.end).ok_or_else(missing)?;
        let new = [before, self.begin, &(self.text)()?, self.end, after].concat();
        Ok((old, new))
    }
}

/// The attributes of a kind that are attributes of its element.
fn attributes(kind: ControlKind) -> impl Iterator<Item = &'static Attribute> {
    kind.attributes().iter().filter(|attribute| attribute.kind != AttributeKind::Options)
}

/// The script's type for the values of an attribute: see its `values.js`.
fn mark(kind: AttributeKind) -> &'static str {
    match kind {
        AttributeKind::Flag => "?",
        AttributeKind::Number | AttributeKind::Count | AttributeKind::Step => "#",
        AttributeKind::Date
        | AttributeKind::Month
        | AttributeKind::Week
        | AttributeKind::Time
        | AttributeKind::DateTime => "@",
        AttributeKind::Texts | AttributeKind::Span => ",",
        AttributeKind::DateSpan => "/",
        _ => "",
    }
}

fn script() -> String {
    let mut text = "const ATTRIBUTES = {\n".to_owned();
    for kind in ControlKind::ALL {
        let all: Vec<String> =
            attributes(*kind).map(|one| format!("{}{}", one.name, mark(one.kind))).collect();
        let _ = writeln!(text, "  \"{}\": \"{}\",", tag_of(*kind), all.join(" "));
    }
    let own = PROPERTIES.map(|(name, property)| format!("\"{name}\": \"{property}\""));
    format!(
        "{text}}};\n// Properties whose name differs from that of their attribute, as in HTML.\nconst PROPERTIES = {{ {} }};\n",
        own.join(", ")
    )
}

/// `notch-span-slider` as `NotchSpanSlider`.
fn interface(kind: ControlKind) -> String {
    let capital = |word: &str| {
        let (first, rest) = word.split_at(1);
        first.to_uppercase() + rest
    };
    tag_of(kind).split('-').map(capital).collect()
}

/// Properties whose name differs from that of their attribute, as in HTML.
const PROPERTIES: [(&str, &str); 4] = [
    ("readonly", "readOnly"),
    ("checked", "defaultChecked"),
    ("minlength", "minLength"),
    ("maxlength", "maxLength"),
];

/// The property of an attribute, if it has one of its own.
fn property(name: &str) -> Option<String> {
    match name {
        // Those common to all elements, and those written by hand.
        "value" | "required" | "readonly" | "disabled" | "indeterminate" => None,
        name => {
            let own = PROPERTIES.iter().find(|(attribute, _)| *attribute == name);
            if let Some((_, property)) = own {
                return Some((*property).to_owned());
            }
            let mut words = name.split('-');
            let first = words.next().unwrap_or_default().to_owned();
            let rest = words.map(|word| word[..1].to_uppercase() + &word[1..]);
            Some(rest.fold(first, |name, word| name + &word))
        }
    }
}

fn types() -> String {
    let mut text = String::new();
    for kind in ControlKind::ALL {
        let _ = writeln!(text, "/** `<{}>`: {} */", tag_of(*kind), kind.about());
        let _ = writeln!(text, "export interface {} extends NotchElement {{", interface(*kind));
        for attribute in attributes(*kind) {
            let Some(property) = property(attribute.name) else { continue };
            let (read, written) = match (attribute.kind, mark(attribute.kind)) {
                (AttributeKind::Flag, _) => {
                    let _ =
                        writeln!(text, "  /** {} */\n  {property}: boolean;", attribute.about());
                    continue;
                }
                (AttributeKind::Token(tokens), _) => {
                    let named = tokens.iter().filter(|token| !token.is_empty());
                    let tokens: Vec<String> =
                        named.chain([&""]).map(|token| format!("\"{token}\"")).collect();
                    let tokens = tokens.join(" | ");
                    (tokens.clone(), tokens)
                }
                (_, "#") => ("string".to_owned(), "number | string".to_owned()),
                (_, "@") => ("string".to_owned(), "Date | string".to_owned()),
                _ => ("string".to_owned(), "string".to_owned()),
            };
            let _ = writeln!(
                text,
                "  /** {} */\n  get {property}(): {read};\n  set {property}(value: {written} | null | undefined);",
                attribute.about()
            );
        }
        text.push_str(&value_types(*kind));
        text.push_str("}\n\n");
    }
    text
}

/// Further properties, like those of HTML's own control for such values.
fn value_types(kind: ControlKind) -> String {
    let number = "  /** `NaN` while it is empty. */\n  valueAsNumber: number;\n";
    let date = "  /** As in HTML; `NaN` while it is empty. */\n  valueAsNumber: number;\n  \
                /** In UTC, as in HTML. */\n  valueAsDate: Date | null;\n";
    let checked = "  /** Whether it is on. */\n  checked: boolean;\n";
    let indeterminate = "  /** Whether it is neither on nor off. */\n  indeterminate: boolean;\n";
    let control = Definition::new(kind).build();
    let values = match control.expect("the default definition is sound").kind() {
        ValueKind::Number | ValueKind::DateTime => number,
        ValueKind::Date | ValueKind::Month | ValueKind::Week | ValueKind::Time => date,
        ValueKind::On => checked,
        ValueKind::Text | ValueKind::Texts | ValueKind::Span | ValueKind::Dates => "",
    };
    let can_be_mixed = kind.attribute_names().contains(&"indeterminate");
    values.to_owned() + if can_be_mixed { indeterminate } else { "" }
}

fn tags() -> String {
    let row = |kind: &ControlKind| format!("    \"{}\": {};\n", tag_of(*kind), interface(*kind));
    let rows: String = ControlKind::ALL.iter().map(row).collect();
    format!("  interface HTMLElementTagNameMap {{\n{rows}  }}\n")
}

/// For each element: its description, and what a form sends for it.
fn elements() -> Result<String> {
    let mut text = "| element | is | sends | when empty |\n|---|---|---|---|\n".to_owned();
    for kind in ControlKind::ALL {
        let mut controls = vec![Definition::new(*kind).build()?];
        if kind.attribute_names().contains(&"multiple") {
            let mut multiple = Definition::new(*kind);
            multiple.set_attribute("multiple", Some(""))?;
            controls.push(multiple.build()?);
        }
        let all = |about: fn(&Control) -> &'static str| {
            controls.iter().map(about).collect::<Vec<_>>().join("; if `multiple`, ")
        };
        let (sends, when_empty) = (all(sends), all(sends_when_empty));
        let about = kind.about().trim_end_matches('.');
        let _ = writeln!(text, "| `{}` | {about} | {sends} | {when_empty} |", tag_of(*kind));
    }
    Ok(text)
}

/// What a form sends for such a control when it has a value.
fn sends(control: &Control) -> &'static str {
    match control.kind() {
        ValueKind::On => "`value`, when it is on",
        ValueKind::Number => "the number",
        ValueKind::Span => "two entries, the lower number first",
        ValueKind::Text if control.control_kind().has_choices() => "the value of the option",
        ValueKind::Text => "the text",
        ValueKind::Texts => "an entry for each that is chosen",
        ValueKind::Date => "the day, like `2026-05-14`",
        ValueKind::Dates => "two entries, the first day and the last",
        ValueKind::Month => "the month, like `2026-05`",
        ValueKind::Week => "the week, like `2026-W20`",
        ValueKind::Time => "the time, like `14:30`",
        ValueKind::DateTime => "both, like `2026-05-14T14:30`",
    }
}

/// What a form sends for such a control when it is empty, if it can be.
fn sends_when_empty(control: &Control) -> &'static str {
    match control.entries().len() {
        _ if !control.value().is_empty() => "",
        0 => "nothing",
        1 => "an empty value",
        _ => "two empty values",
    }
}

/// For each part: the elements that have it, and its description.
fn parts() -> String {
    let mut text = "| part | of | is |\n|---|---|---|\n".to_owned();
    for part in pin_notch_html::PARTS {
        let _ = writeln!(text, "| `{}` | {} | {} |", part.name, names_of(part.of), part.about);
    }
    text
}

/// The names of these kinds, or "all".
fn names_of(kinds: &[ControlKind]) -> String {
    match kinds.len() == ControlKind::ALL.len() {
        true => "all".to_owned(),
        false => kinds.iter().map(|kind| kind.name()).collect::<Vec<_>>().join(", "),
    }
}

/// For each attribute: the elements that have it, its meaning, and examples.
fn explained() -> Result<String> {
    let mut rows: Vec<(&Attribute, Vec<ControlKind>, Vec<String>)> = Vec::new();
    for kind in ControlKind::ALL {
        for attribute in kind.attributes() {
            let example = example(attribute.kind, *kind)?;
            let same = |row: &&mut (&Attribute, _, _)| {
                (row.0.name, row.0.about()) == (attribute.name, attribute.about())
            };
            match rows.iter_mut().find(same) {
                Some((_, kinds, examples)) => {
                    kinds.push(*kind);
                    if !examples.contains(&example) {
                        examples.push(example);
                    }
                }
                None => rows.push((attribute, vec![*kind], vec![example])),
            }
        }
    }
    let mut text = "| attribute | of | means | like |\n|---|---|---|---|\n".to_owned();
    for (attribute, kinds, examples) in rows {
        let (of, like) = (names_of(&kinds), examples.join(", "));
        let _ = writeln!(text, "| `{}` | {of} | {} | {like} |", attribute.name, attribute.about());
    }
    Ok(text)
}

/// Examples of values of this kind for an attribute of this control.
fn example(values: AttributeKind, kind: ControlKind) -> Result<String> {
    let example = match values {
        AttributeKind::Flag => String::new(),
        AttributeKind::Text => "a text".to_owned(),
        AttributeKind::Options => "`<option>`".to_owned(),
        AttributeKind::Token(tokens) => {
            let tokens = tokens.iter().filter(|token| !token.is_empty());
            tokens.map(|token| format!("`{token}`")).collect::<Vec<_>>().join(", ")
        }
        AttributeKind::Step => format!("`{}`", example_step(kind)?),
        other => format!("`{}`", other.like()),
    };
    Ok(example)
}

/// An example of a step of this control: a number, a number of days, weeks or months, or of seconds.
fn example_step(kind: ControlKind) -> Result<&'static str> {
    let step = match Definition::new(kind).build()?.kind() {
        ValueKind::Date | ValueKind::Dates | ValueKind::Month | ValueKind::Week => "2",
        ValueKind::Time | ValueKind::DateTime => "900",
        ValueKind::Number
        | ValueKind::Span
        | ValueKind::On
        | ValueKind::Text
        | ValueKind::Texts => AttributeKind::Step.like(),
    };
    Ok(step)
}

fn words() -> String {
    let mut text = "| `control` | its words |\n|---|---|\n".to_owned();
    for kind in ControlKind::ALL {
        let all = kind.attributes().iter().map(|attribute| attribute.name);
        let own = all.filter(|name| !["required", "readonly", "disabled"].contains(name));
        let own: Vec<String> = own.map(|name| format!("`{name}`")).collect();
        let _ = writeln!(text, "| `{}` | {} |", kind.name(), own.join(" "));
    }
    text
}
