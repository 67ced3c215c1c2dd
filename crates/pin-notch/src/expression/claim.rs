//! A condition as claims about single fields, for translation to another language.

use super::{Expression, Operator, Part, Tree};
use rust_decimal::Decimal;

/// What must be true for a condition to hold, if the condition consists of claims about single fields.
///
/// ```
/// use pin_notch::{Claim, Comparison, Expression, Form, Scope, Stepper, Switch, dec};
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// let form = Form::new()
///     .with("mites", "Mites", Stepper::builder())?
///     .with("calm", "Calm", Switch::default())?;
/// let scope = Scope::of(&form);
/// let claim = Expression::condition("not (mites <= 9 or calm)", &scope)?.claim();
/// let mites = Claim::Number { field: "mites".into(), is: Comparison::Greater, than: dec!(9) };
/// let calm = Claim::On { field: "calm".into(), on: false };
/// assert_eq!(claim, Some(Claim::All(vec![mites, calm])));
/// let holds = Expression::condition("mites <= 9 or calm", &scope)?;
/// assert_eq!(holds.counterclaim(), claim);
/// // What two fields are to each other is no claim of one.
/// assert_eq!(Expression::condition("mites > mites + 1", &scope)?.claim(), None);
/// # Ok(()) }
/// ```
#[derive(Clone, Debug, PartialEq)]
pub enum Claim {
    /// All of these hold.
    All(Vec<Claim>),
    /// At least one of these holds.
    Any(Vec<Claim>),
    /// A field's number compares like this with a constant.
    Number {
        /// The field's name.
        field: String,
        /// The comparison.
        is: Comparison,
        /// The constant.
        than: Decimal,
    },
    /// A field's text is, or is not, this one.
    Text {
        /// The field's name.
        field: String,
        /// Whether it must be this text.
        equal: bool,
        /// The text.
        to: String,
    },
    /// A field is on or off.
    On {
        /// The field's name.
        field: String,
        /// Which of the two is claimed.
        on: bool,
    },
    /// A field is empty or is not.
    Empty {
        /// The field's name.
        field: String,
        /// Which of the two is claimed.
        empty: bool,
    },
    /// A text is chosen, or not, in a field with several choices.
    Chosen {
        /// The field's name.
        field: String,
        /// The text.
        text: String,
        /// Which of the two is claimed.
        chosen: bool,
    },
}

/// A comparison of numbers.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
#[expect(missing_docs, reason = "each is its name")]
pub enum Comparison {
    Equal,
    Unequal,
    Less,
    LessOrEqual,
    Greater,
    GreaterOrEqual,
}

impl Expression {
    /// What must be true for this condition to hold; `None` if it says anything else than claims about
    /// single fields.
    pub fn claim(&self) -> Option<Claim> {
        self.claimed(&self.tree, true)
    }

    /// What must be true for it to be definitely false, as when a rule is broken; `None` in the same case
    /// as for [`claim`](Self::claim).
    pub fn counterclaim(&self) -> Option<Claim> {
        self.claimed(&self.tree, false)
    }

    /// When the tree is definitely true, or definitely false.
    fn claimed(&self, tree: &Tree, holds: bool) -> Option<Claim> {
        let name = |at: &usize| self.names[*at].clone();
        let both = |one, other| Some(vec![self.claimed(one, holds)?, self.claimed(other, holds)?]);
        match tree {
            Tree::Not(one) => self.claimed(one, !holds),
            Tree::And(one, other) if holds => both(one, other).map(Claim::All),
            Tree::And(one, other) => both(one, other).map(Claim::Any),
            Tree::Or(one, other) if holds => both(one, other).map(Claim::Any),
            Tree::Or(one, other) => both(one, other).map(Claim::All),
            Tree::Field(at, Part::Whole) => Some(Claim::On { field: name(at), on: holds }),
            Tree::Empty(one) => match &**one {
                Tree::Field(at, Part::Whole) => {
                    Some(Claim::Empty { field: name(at), empty: holds })
                }
                _ => None,
            },
            Tree::In(one, list) => match (&**one, &**list) {
                (Tree::Text(text), Tree::Field(at, Part::Whole)) => {
                    Some(Claim::Chosen { field: name(at), text: text.clone(), chosen: holds })
                }
                _ => None,
            },
            Tree::Compare(operator, one, other) => {
                let is = comparison(*operator, holds);
                match (&**one, &**other) {
                    (Tree::Field(at, Part::Whole), Tree::Number(than)) => {
                        Some(Claim::Number { field: name(at), is, than: *than })
                    }
                    (Tree::Number(than), Tree::Field(at, Part::Whole)) => {
                        Some(Claim::Number { field: name(at), is: mirrored(is), than: *than })
                    }
                    (Tree::Field(at, Part::Whole), Tree::Text(to))
                    | (Tree::Text(to), Tree::Field(at, Part::Whole)) => {
                        let equal = match is {
                            Comparison::Equal => true,
                            Comparison::Unequal => false,
                            Comparison::Less
                            | Comparison::LessOrEqual
                            | Comparison::Greater
                            | Comparison::GreaterOrEqual => return None,
                        };
                        Some(Claim::Text { field: name(at), equal, to: to.clone() })
                    }
                    _ => None,
                }
            }
            Tree::Number(_)
            | Tree::Text(_)
            | Tree::On(_)
            | Tree::Field(..)
            | Tree::Weekday(_)
            | Tree::Count(_)
            | Tree::Total(_)
            | Tree::Round(..)
            | Tree::Of(..)
            | Tree::Over(..)
            | Tree::Negative(_)
            | Tree::Arithmetic(..) => None,
        }
    }
}

/// The comparison itself, or its negation.
fn comparison(operator: Operator, holds: bool) -> Comparison {
    match (operator, holds) {
        (Operator::Equal, true) | (Operator::Unequal, false) => Comparison::Equal,
        (Operator::Unequal, true) | (Operator::Equal, false) => Comparison::Unequal,
        (Operator::Less, true) | (Operator::GreaterOrEqual, false) => Comparison::Less,
        (Operator::LessOrEqual, true) | (Operator::Greater, false) => Comparison::LessOrEqual,
        (Operator::Greater, true) | (Operator::LessOrEqual, false) => Comparison::Greater,
        (Operator::GreaterOrEqual, true) | (Operator::Less, false) => Comparison::GreaterOrEqual,
    }
}

/// The same comparison with its sides exchanged.
fn mirrored(is: Comparison) -> Comparison {
    match is {
        Comparison::Less => Comparison::Greater,
        Comparison::LessOrEqual => Comparison::GreaterOrEqual,
        Comparison::Greater => Comparison::Less,
        Comparison::GreaterOrEqual => Comparison::LessOrEqual,
        Comparison::Equal | Comparison::Unequal => is,
    }
}
