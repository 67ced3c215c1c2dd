//! `pin-notch notches`: the values that a definition allows, and where given values land.

use crate::scale::Scale;
use crate::{Failure, say};
use clap::Args;
use pin_notch::{Decimal, Notches, Step, number_text, parse_number};
use serde::Serialize;
use std::fmt::Write as _;

/// Show which values a minimum, a maximum and a step allow, and where given values land.
#[derive(Args)]
#[command(
    allow_negative_numbers = true,
    after_help = "Numbers are decimal, as in HTML: 12, -0.5 or 2.5e3.\n\n\
    Examples:\n  pin-notch notches --min 1 --max 100 --step 20 --at 37 --at 90\n  \
    pin-notch notches --min 0 --max 40 --step 0.1 --at 0.30000000000000004\n  \
    pin-notch notches --min 3 --max 17 --step 5 --base 0 --json"
)]
pub(crate) struct Show {
    /// The smallest value allowed; without it there is no lower bound
    #[arg(long, value_name = "NUMBER", allow_hyphen_values = true)]
    min: Option<String>,
    /// The largest value allowed; without it there is no upper bound
    #[arg(long, value_name = "NUMBER", allow_hyphen_values = true)]
    max: Option<String>,
    /// The distance between two notches, or "any"
    #[arg(long, value_name = "NUMBER", default_value = "1", allow_hyphen_values = true)]
    step: String,
    /// The value from which notches are counted [default: the minimum, else the default value, else 0]
    #[arg(long, value_name = "NUMBER", allow_hyphen_values = true)]
    base: Option<String>,
    /// The default value of the control
    #[arg(long, value_name = "NUMBER", allow_hyphen_values = true)]
    default: Option<String>,
    /// A value to snap; may be given several times
    #[arg(long, value_name = "NUMBER", allow_hyphen_values = true)]
    at: Vec<String>,
    /// Print JSON; every number in it is a string, so that no digit is lost
    #[arg(long)]
    json: bool,
    /// The greatest number of notches to list
    #[arg(long, value_name = "COUNT", default_value_t = 100)]
    limit: usize,
}

/// The report, which is also the JSON output.
#[derive(Serialize)]
struct Report {
    count: Option<String>,
    first: Option<String>,
    last: Option<String>,
    notches: Vec<String>,
    at: Vec<Landing>,
    remarks: Vec<String>,
}

/// Where a value lands.
#[derive(Serialize)]
struct Landing {
    value: String,
    snapped: String,
    index: Option<String>,
}

impl Show {
    pub(crate) fn run(&self) -> Result<(), Failure> {
        let notches = self.notches()?;
        let at: Vec<Decimal> =
            self.at.iter().map(|text| number("--at", text)).collect::<Result<_, _>>()?;
        let report = Report::of(&notches, &at, self.limit);
        let text = match self.json {
            true => serde_json::to_string_pretty(&report).map_err(Failure::machine)? + "\n",
            false => report.in_words(&notches, &at),
        };
        say(&text)
    }

    fn notches(&self) -> Result<Notches, Failure> {
        let optional =
            |name, text: &Option<String>| text.as_ref().map(|text| number(name, text)).transpose();
        let mut builder = Notches::builder();
        builder = optional("--min", &self.min)?.map_or(builder, |min| builder.min(min));
        builder = optional("--max", &self.max)?.map_or(builder, |max| builder.max(max));
        builder = optional("--base", &self.base)?.map_or(builder, |base| builder.step_base(base));
        builder = optional("--default", &self.default)?
            .map_or(builder, |default| builder.default_value(default));
        builder = match self.step.as_str() {
            "any" => builder.step(Step::Any),
            step => builder.step(number("--step", step)?),
        };
        builder.build().map_err(Failure::usage)
    }
}

fn number(name: &str, text: &str) -> Result<Decimal, Failure> {
    parse_number(text).map_err(|error| Failure::usage(format!("{name}: {error}")))
}

impl Report {
    fn of(notches: &Notches, at: &[Decimal], limit: usize) -> Self {
        let landing = |value: &Decimal| {
            let snapped = notches.snap(*value);
            Landing {
                value: number_text(*value),
                snapped: number_text(snapped),
                index: notches.index_of(snapped).map(|index| index.to_string()),
            }
        };
        Self {
            count: notches.count().map(|count| count.to_string()),
            first: notches.first().map(number_text),
            last: notches.last().map(number_text),
            notches: notches.iter().take(limit).map(number_text).collect(),
            at: at.iter().map(landing).collect(),
            remarks: notches.audit().iter().map(ToString::to_string).collect(),
        }
    }

    fn in_words(&self, notches: &Notches, at: &[Decimal]) -> String {
        let mut text = format!("{}\n", definition(notches));
        let none = "none".to_owned();
        let first = self.first.as_ref().unwrap_or(&none);
        let last = self.last.as_ref().unwrap_or(&none);
        let count = match (&self.count, notches.step()) {
            (Some(count), _) => count.clone(),
            (None, None) => "not countable: every value within the bounds is allowed".into(),
            (None, Some(_)) => "endless".into(),
        };
        let _ = writeln!(text, "\n  first  {first}\n  last   {last}\n  count  {count}");
        if !self.notches.is_empty() {
            let more =
                self.count.as_ref().is_some_and(|count| *count != self.notches.len().to_string());
            let dots = if more { " …" } else { "" };
            let listed = wrapped(&format!("{}{dots}", self.notches.join(" ")), "         ");
            let _ = writeln!(text, "  notches\n{listed}");
        }
        if let Some(scale) = Scale::of(notches) {
            let _ = writeln!(text, "\n{}", scale.drawn(at));
        }
        if !self.at.is_empty() {
            let _ = writeln!(text, "\n{}", self.landings());
        }
        if !self.remarks.is_empty() {
            let _ = writeln!(text, "\n  remarks");
            for remark in &self.remarks {
                let _ = writeln!(text, "  - {remark}");
            }
        }
        text
    }

    fn landings(&self) -> String {
        let width = |of: fn(&Landing) -> &str, head: &str| {
            self.at.iter().map(|landing| of(landing).len()).chain([head.len()]).max().unwrap_or(0)
        };
        let (value, snapped) = (width(|l| &l.value, "value"), width(|l| &l.snapped, "lands on"));
        let mut lines = vec![format!("  {:>value$}  {:>snapped$}  index", "value", "lands on")];
        for landing in &self.at {
            let index = landing.index.as_deref().unwrap_or("-");
            lines.push(format!(
                "  {:>value$}  {:>snapped$}  {index:>5}",
                landing.value, landing.snapped
            ));
        }
        lines.join("\n")
    }
}

fn definition(notches: &Notches) -> String {
    let bound = |word, without, bound: Option<Decimal>| match bound {
        Some(bound) => format!(" {word} {}", number_text(bound)),
        None => format!(" without {without},"),
    };
    let from = bound("from", "minimum", notches.min());
    let to = bound("to", "maximum", notches.max());
    let by = notches.step().map_or("any step".into(), |step| format!("by {}", number_text(step)));
    let base = Some(notches.step_base()).filter(|base| Some(*base) != notches.min());
    let base = base.map(|base| format!(", counted from {}", number_text(base))).unwrap_or_default();
    format!("Notches{from}{to} {by}{base}")
}

/// `text` wrapped to the width of a terminal, each line prefixed with `indent`.
fn wrapped(text: &str, indent: &str) -> String {
    let mut lines = vec![indent.to_owned()];
    for word in text.split(' ') {
        let line = lines.last().map_or(0, |line| line.chars().count());
        if line > indent.len() && line + word.len() > 78 {
            lines.push(indent.to_owned());
        }
        if let Some(line) = lines.last_mut() {
            line.push_str(word);
            line.push(' ');
        }
    }
    lines.iter().map(|line| line.trim_end()).collect::<Vec<_>>().join("\n")
}
