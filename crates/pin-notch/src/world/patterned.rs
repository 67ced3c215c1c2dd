//! A world that differs from another only in how numbers are written.

use super::{AnyWorld, NumberPattern, World};
use crate::calendar::Weekday;
use crate::message::Message;
use crate::world::Direction;

/// A world with another number pattern.
pub(super) struct Patterned {
    pub(super) world: AnyWorld,
    pub(super) pattern: NumberPattern,
}

impl World for Patterned {
    fn number_pattern(&self) -> NumberPattern {
        self.pattern
    }

    fn digits(&self) -> [char; 10] {
        self.world.digits()
    }

    fn decimal_separator(&self) -> char {
        self.world.decimal_separator()
    }

    fn group_separator(&self) -> Option<char> {
        self.world.group_separator()
    }

    fn minus(&self) -> char {
        self.world.minus()
    }

    fn month_name(&self, month: u8) -> String {
        self.world.month_name(month)
    }

    fn short_month_name(&self, month: u8) -> String {
        self.world.short_month_name(month)
    }

    fn weekday_name(&self, day: Weekday) -> String {
        self.world.weekday_name(day)
    }

    fn short_weekday_name(&self, day: Weekday) -> String {
        self.world.short_weekday_name(day)
    }

    fn first_day(&self) -> Weekday {
        self.world.first_day()
    }

    fn folded(&self, text: &str) -> String {
        self.world.folded(text)
    }

    fn direction(&self) -> Direction {
        self.world.direction()
    }

    fn matches(&self, pattern: &str, text: &str) -> Option<bool> {
        self.world.matches(pattern, text)
    }

    fn is_url(&self, text: &str) -> Option<bool> {
        self.world.is_url(text)
    }

    fn message(&self, message: &Message) -> Option<String> {
        // Called on the trait, to get the world's own text if it has one.
        let world: &dyn World = &*self.world;
        world.message(message)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A world that overrides every method.
    struct Mirrored;

    impl World for Mirrored {
        fn digits(&self) -> [char; 10] {
            ['٠', '١', '٢', '٣', '٤', '٥', '٦', '٧', '٨', '٩']
        }
        fn decimal_separator(&self) -> char {
            ','
        }
        fn group_separator(&self) -> Option<char> {
            Some('.')
        }
        fn minus(&self) -> char {
            '−'
        }
        fn month_name(&self, month: u8) -> String {
            format!("month {month}")
        }
        fn short_month_name(&self, month: u8) -> String {
            format!("m{month}")
        }
        fn weekday_name(&self, day: Weekday) -> String {
            format!("day {day:?}")
        }
        fn short_weekday_name(&self, day: Weekday) -> String {
            format!("d{day:?}")
        }
        fn first_day(&self) -> Weekday {
            Weekday::Saturday
        }
        fn folded(&self, text: &str) -> String {
            text.chars().rev().collect()
        }
        fn direction(&self) -> Direction {
            Direction::RightToLeft
        }
        fn matches(&self, pattern: &str, text: &str) -> Option<bool> {
            Some(pattern == text)
        }
        fn is_url(&self, text: &str) -> Option<bool> {
            Some(text == "apiary")
        }
        fn message(&self, message: &Message) -> Option<String> {
            Some(format!("<{message:?}>"))
        }
    }

    /// Everything that a world provides, as one text.
    fn all(world: &dyn World) -> String {
        let days = [Weekday::Monday, Weekday::Sunday];
        format!(
            "{:?} {:?} {:?} {:?} {:?} {:?} {:?} {:?} {:?} {:?} {:?} {:?} {:?} {:?}",
            world.digits(),
            world.decimal_separator(),
            world.group_separator(),
            world.minus(),
            (1..=12).map(|month| world.month_name(month)).collect::<Vec<_>>(),
            (1..=12).map(|month| world.short_month_name(month)).collect::<Vec<_>>(),
            days.map(|day| world.weekday_name(day)),
            days.map(|day| world.short_weekday_name(day)),
            world.first_day(),
            world.folded("abc"),
            world.direction(),
            ["a", "b"].map(|text| world.matches("a", text)),
            ["apiary", "hive"].map(|text| world.is_url(text)),
            world.message(&Message::NotRated),
        )
    }

    #[test]
    fn all_but_numbers_is_as_in_the_world_itself() {
        let pattern: NumberPattern = "#,##0.00".parse().expect("a pattern");
        let patterned = Patterned { world: AnyWorld::from(Mirrored), pattern };
        assert_eq!(all(&patterned), all(&Mirrored));
        assert_eq!(patterned.number_pattern(), pattern);
        assert_ne!(Mirrored.number_pattern(), pattern);
        // A world without texts of its own still has none.
        let plain = Patterned { world: AnyWorld::default(), pattern };
        assert_eq!(plain.message(&Message::NotRated), None);
    }
}
