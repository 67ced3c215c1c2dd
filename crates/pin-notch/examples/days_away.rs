//! Days away from the apiary: a date span, with closed days and their reasons.

use pin_notch::{Closed, DateSpanPicker, Intent, Weekday};
use std::error::Error;

fn main() -> Result<(), Box<dyn Error>> {
    let mut away = DateSpanPicker::builder()
        .min("2026-03-01".parse()?)
        .max("2026-10-31".parse()?)
        .options([
            Closed::weekday(Weekday::Sunday, "On Sundays the hives are looked through."),
            Closed::days("2026-05-25".parse()?, "2026-05-27".parse()?, "The honey is spun."),
        ])
        .build()?;
    away.set_today("2026-05-14".parse()?);
    let moves = [
        Intent::Open,
        Intent::PickDay("2026-05-17".parse()?),
        Intent::PickDay("2026-05-22".parse()?),
        Intent::PointDay("2026-05-18".parse()?),
        Intent::PickDay("2026-05-28".parse()?),
        Intent::PickDay("2026-05-18".parse()?),
    ];
    for intent in moves {
        println!("{:20} {}", intent.to_string(), away.handle(intent));
    }
    let may = away.view();
    println!("in the field: {}", may.texts[0]);

    let _ = away.handle(Intent::Open);
    let view = away.view();
    for (week, days) in view.grid.iter().flat_map(|grid| &grid.weeks) {
        let cells = days.iter().map(|day| match (&day.why_not, day.inside, day.spanned) {
            (_, false, _) => "  · ".to_owned(),
            (_, _, true) => format!("[{:>2}]", day.number),
            (Some(_), ..) => format!(" {:>2}x", day.number),
            _ => format!(" {:>2} ", day.number),
        });
        let number = week.map(|week| week.number()).unwrap_or_default();
        println!("W{number:02} {}", cells.collect::<String>());
    }
    Ok(())
}
