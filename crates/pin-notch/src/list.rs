//! Several texts in one, separated by commas like a record of [RFC 4180][csv].
//!
//! [csv]: https://www.rfc-editor.org/rfc/rfc4180#section-2

/// Splits a list at its commas and trims the parts. A quoted part may contain commas, and quotation marks
/// written twice.
///
/// ```
/// use pin_notch::split_list;
/// assert_eq!(split_list("oak, ash"), ["oak", "ash"]);
/// assert_eq!(split_list(r#""oak, old",ash"#), ["oak, old", "ash"]);
/// assert_eq!(split_list("").len(), 0);
/// ```
pub fn split_list(text: &str) -> Vec<String> {
    let mut parts = Vec::new();
    let mut rest = text.trim_start();
    while !rest.is_empty() {
        let part;
        match rest.strip_prefix('"').and_then(quoted) {
            Some((inside, after)) => (part, rest) = (Some(inside), after),
            None => {
                let (plain, after) = rest.split_at(rest.find(',').unwrap_or(rest.len()));
                let plain = plain.trim();
                (part, rest) = ((!plain.is_empty()).then(|| plain.to_owned()), after);
            }
        }
        parts.extend(part);
        rest = rest.strip_prefix(',').unwrap_or(rest).trim_start();
    }
    parts
}

/// The text up to the closing quotation mark, and the rest; `None` unless the rest starts with a comma or
/// is empty.
fn quoted(text: &str) -> Option<(String, &str)> {
    let (mut inside, mut rest) = (String::new(), text);
    loop {
        let (part, after) = rest.split_once('"')?;
        inside.push_str(part);
        match after.strip_prefix('"') {
            Some(more) => {
                inside.push('"');
                rest = more;
            }
            None => {
                let after = after.trim_start();
                return (after.is_empty() || after.starts_with(',')).then_some((inside, after));
            }
        }
    }
}

/// Joins texts to a list: the inverse of [`split_list`].
///
/// ```
/// use pin_notch::joined_list;
/// assert_eq!(joined_list(&["oak", "ash"]), "oak,ash");
/// assert_eq!(joined_list(&["oak, old", ""]), r#""oak, old","""#);
/// ```
pub fn joined_list<T: AsRef<str>>(texts: &[T]) -> String {
    let one = |text: &T| {
        let text = text.as_ref();
        let plain = !text.is_empty() && !text.contains([',', '"']) && text.trim() == text;
        if plain { text.to_owned() } else { format!("\"{}\"", text.replace('"', "\"\"")) }
    };
    texts.iter().map(one).collect::<Vec<_>>().join(",")
}
