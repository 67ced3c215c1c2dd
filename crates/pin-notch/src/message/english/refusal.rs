//! Why an attempt changed nothing.

use super::nouns;
use crate::limit::Limit;
use crate::refusal::Refusal;
use crate::world::{World, show_number};
use rust_decimal::Decimal;

pub(super) fn refusal(refusal: &Refusal, world: &dyn World) -> String {
    let limit = |one: &Limit| super::limit(one, world);
    let number = |value: &Decimal| show_number(world, *value, 0);
    match refusal {
        Refusal::Disabled => "disabled",
        Refusal::Readonly => "read-only",
        Refusal::AtFirst => "already at the lowest value",
        Refusal::AtLast => "already at the highest value",
        Refusal::Unchanged => "nothing would change",
        Refusal::Required => "a value is required, so it cannot be cleared",
        Refusal::Empty => "already empty",
        Refusal::NeverEmpty => "this control is never empty",
        Refusal::BelowMin { min } if min.is_number() => {
            return format!("below the minimum {}", limit(min));
        }
        Refusal::BelowMin { min } => {
            return format!("before the first {}, {}", nouns(min).0, limit(min));
        }
        Refusal::AboveMax { max } if max.is_number() => {
            return format!("above the maximum {}", limit(max));
        }
        Refusal::AboveMax { max } => {
            return format!("after the last {}, {}", nouns(max).0, limit(max));
        }
        Refusal::OffNotches { nearest } if nearest.is_number() => {
            return format!("not on a notch; the nearest is {}", limit(nearest));
        }
        Refusal::OffNotches { nearest } => {
            let things = nouns(nearest).1;
            return format!("not one of the {things} to choose; the nearest is {}", limit(nearest));
        }
        Refusal::NoValue => "no value is allowed",
        Refusal::NoPlace => "the place is not a number",
        Refusal::Grabbed => "being dragged",
        Refusal::NotGrabbed => "not being dragged",
        Refusal::NotANumber => "not a number",
        Refusal::NotADate => "not a date",
        Refusal::Closed => "that day is closed",
        Refusal::AcrossClosed { day } => return format!("{day}, which is closed, lies in between"),
        Refusal::TooFar { least, most: None } if least.is_zero() => "the second is below the first",
        Refusal::TooFar { least, most: None } => {
            return format!("not at least {} apart", number(least));
        }
        Refusal::TooFar { least, most: Some(most) } => {
            return format!("not {} to {} apart", number(least), number(most));
        }
        Refusal::TooShort { least: 1, nights: true } => "without a night between",
        Refusal::TooShort { least, nights } => {
            return format!("fewer than {least} {}", if *nights { "nights" } else { "days" });
        }
        Refusal::TooLong { most: 1, nights: true } => "more than one night",
        Refusal::TooLong { most, nights } => {
            return format!("more than {most} {}", if *nights { "nights" } else { "days" });
        }
        Refusal::WrongOrder => "the last day is before the first",
        Refusal::Incomplete => "only part of it is filled in",
        Refusal::Misread { like } => return format!("not written like {like}"),
        Refusal::TooMany { most } => return format!("no more than {most} can be chosen"),
        Refusal::RowsFull { most: 1 } => "no more than one of these is allowed",
        Refusal::RowsFull { most } => return format!("no more than {most} of these are allowed"),
        Refusal::RowsFew { least: 1 } => "at least one of these is required",
        Refusal::RowsFew { least } => return format!("at least {least} of these are required"),
        Refusal::NoSuchRow { count: 0 } => "there are no rows",
        Refusal::NoSuchRow { count: 1 } => "there is only row 1",
        Refusal::NoSuchRow { count } => return format!("there are only rows 1 to {count}"),
        Refusal::WrongKind => "not a value of this control's kind",
        Refusal::NoMatch => "there is no such option",
        Refusal::NotForThis => "does not apply to this control",
    }
    .to_owned()
}
