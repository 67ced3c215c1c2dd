//! Missing texts of a language that has some.

use super::Reader;
use crate::finding::Finding;
use crate::sheet::{FieldSheet, Sheet, Texts};
use crate::words;
use pin_notch::Quoted;
use std::ops::Range;

/// How many missing texts are listed.
const MOST_NAMED: usize = 8;

impl Reader<'_> {
    /// Reports what has no text in a language that has some.
    pub(super) fn missing(&mut self, lang: &str, span: Range<usize>, texts: &Texts, sheet: &Sheet) {
        let mut missing = Vec::new();
        let whole = [
            ("title", &sheet.title, &texts.title),
            ("introduction", &sheet.introduction, &texts.introduction),
            ("closing", &sheet.closing, &texts.closing),
            ("thanks", &sheet.thanks, &texts.thanks),
            ("send", &sheet.send, &texts.send),
            ("reset", &sheet.reset, &texts.reset),
            ("clear", &sheet.clear, &texts.clear),
        ];
        let lacks = whole.into_iter().filter(|(_, own, text)| !own.is_empty() && text.is_none());
        missing.extend(lacks.map(|(word, ..)| word.to_owned()));
        for field in sheet.fields.iter().filter(|field| field.is_first()) {
            missing.extend(of_field(field, texts));
        }
        for set in &sheet.fieldsets {
            let known = texts.fieldsets.get(&set.name);
            for (at, own) in [&set.legend, &set.description].into_iter().enumerate() {
                if !own.is_empty() && known.is_none_or(|known| known[at].is_none()) {
                    missing.push(format!("fieldsets.{}.{}", set.name, words::FIELDSET_TEXTS[at]));
                }
            }
        }
        for rows in &sheet.rows {
            let known = texts.fields.get(&rows.name);
            let has = |word: &str| known.into_iter().flatten().any(|(known, _)| known == word);
            let texts = [&rows.label, &rows.description, &rows.add];
            let lacks = words::ROWS_TEXTS.into_iter().zip(texts);
            let lacks = lacks.filter(|(word, text)| !text.is_empty() && !has(word));
            missing.extend(lacks.map(|(word, _)| format!("fields.{}.{word}", rows.name)));
        }
        for output in &sheet.outputs {
            let (label, text) = texts.outputs.get(&output.name).cloned().unwrap_or_default();
            if label.is_none() && !output.label.is_empty() {
                missing.push(format!("outputs.{}.label", output.name));
            }
            if text.is_none() && output.sentence.has_words() {
                missing.push(format!("outputs.{}.text", output.name));
            }
        }
        let untranslated = sheet
            .parts
            .iter()
            .filter(|part| !part.title.is_empty() && !texts.parts.contains_key(&part.name));
        missing.extend(untranslated.map(|part| format!("parts.{}", part.name)));
        let untranslated =
            sheet.presets.iter().filter(|one| !texts.presets.contains_key(&one.name));
        missing.extend(untranslated.map(|preset| format!("presets.{}", preset.name)));
        let mut rule_messages: Vec<&str> =
            sheet.rules.iter().map(|rule| rule.message.as_str()).collect();
        // One rule may apply in each of several rows.
        rule_messages.dedup();
        rule_messages.retain(|message| !texts.messages.contains_key(*message));
        missing.extend(
            rule_messages.into_iter().map(|message| format!("messages.{}", Quoted(message))),
        );
        let more = match missing.len().saturating_sub(MOST_NAMED) {
            0 => String::new(),
            more => format!(" and {more} more"),
        };
        if !missing.is_empty() {
            let named = missing[..missing.len().min(MOST_NAMED)].join(", ");
            let message = format!("{lang} has no text for {named}{more}");
            let remark = Finding::remark("texts-missing", span, message);
            self.found.push(
                remark.with_help("readers of that language see the sheet's own texts instead"),
            );
        }
    }
}

/// The texts of a field that are shown to people and missing in a language.
fn of_field(field: &FieldSheet, texts: &Texts) -> Vec<String> {
    let name = field.written_name();
    let has = |word: &str| {
        let own = texts.fields.get(&name).into_iter().flatten();
        own.into_iter().any(|(known, _)| known == word)
    };
    let has_text = |word: &str| match word {
        "label" => !field.label.is_empty(),
        words::DESCRIPTION if !field.description.is_empty() => true,
        word => field.definition.attribute(word).is_some(),
    };
    let read = words::read_words(field.definition.kind()).into_iter();
    let read = read.filter(|word| *word != "options" && has_text(word) && !has(word));
    let mut missing: Vec<String> = read.map(|word| format!("fields.{name}.{word}")).collect();
    let own = texts.options.get(&name);
    let listed = field.list.as_ref().and_then(|list| texts.lists.get(list));
    let is_known =
        |value: &str| [own, listed].into_iter().flatten().any(|all| all.contains_key(value));
    // A text equal to its value is more often a name than a word.
    let options = field.definition.options().into_iter();
    let mut lacking = options.filter(|one| one.text != one.value && !is_known(&one.value));
    // Options from a file are usually names.
    if lacking.next().is_some() && !field.filed {
        missing.push(format!("fields.{name}.options"));
    }
    missing
}
