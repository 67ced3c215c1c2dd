//! The options of a task, as `--name value`.

use crate::Result;
use std::collections::HashMap;
use std::str::FromStr;

/// The values by name.
pub(crate) struct Options(HashMap<String, String>);

impl Options {
    /// Parses them; any name except these is an error.
    pub(crate) fn read(arguments: &[String], known: &[&str]) -> Result<Self> {
        let mut read = HashMap::new();
        for pair in arguments.chunks(2) {
            match pair {
                [name, value] if known.contains(&name.as_str()) => {
                    read.insert(name.clone(), value.clone());
                }
                [name, _] => {
                    return Err(format!("{name}: there are {}", known.join(", ")).into());
                }
                _ => return Err(format!("{} needs a value", pair.join(" ")).into()),
            }
        }
        Ok(Self(read))
    }

    /// The value with this name, or the given default.
    pub(crate) fn or<T: FromStr>(&self, name: &str, default: T) -> Result<T> {
        match self.0.get(name) {
            None => Ok(default),
            Some(text) => {
                text.parse().map_err(|_| format!("{name} {text}: this cannot be read").into())
            }
        }
    }

    /// Whether this one is selected: by name, or because none is named.
    pub(crate) fn wants(&self, name: &str) -> bool {
        self.0.get("--only").is_none_or(|only| only == name)
    }
}
