//! The buttons that change rows.

use pin_notch::{Form, Intent, Stepper, Value};
use pin_notch_html::RowButton;

/// The buttons offered are exactly those whose change a form makes, and rows move as the order says.
#[test]
fn the_buttons_offered_are_those_whose_change_is_made() -> Result<(), Box<dyn std::error::Error>> {
    let row = Form::new().with("amount", "Amount", Stepper::builder().min(0))?;
    for (least, most) in [(0, 1), (0, 3), (1, 3), (3, 3)] {
        for count in least..=most {
            let mut form = Form::new().with_rows("treatment", "Treatment", least..=most, &row)?;
            for _ in least..count {
                assert!(form.add_row("treatment")?.outcome.is_ok());
            }
            for row in 1..=count {
                let name = format!("treatment.{row}.amount");
                let _ = form.handle(&name, Intent::Choose(row.into()))?;
            }
            let rows = form.rows("treatment").ok_or("they are there")?.clone();
            let offered = RowButton::possible(&rows, count);
            let of_row = |row| [RowButton::Up(row), RowButton::Down(row), RowButton::Remove(row)];
            let all = (0..=most + 1).flat_map(of_row).chain([RowButton::Add]);
            for button in all {
                assert_eq!(RowButton::read(&button.to_string()), Some(button));
                let mut form = form.clone();
                let before = form.urlencoded();
                let change = button.change(count);
                let turn = form.change_rows("treatment", change)?;
                assert_eq!(offered.contains(&button), turn.outcome.is_ok(), "{button} of {count}");
                let Ok(order) = rows.order_after(change, count) else {
                    assert_eq!(form.urlencoded(), before, "{button} of {count}");
                    continue;
                };
                for (row, former) in (1..).zip(order) {
                    let moved = form.control(&rows.name_in(row, "amount")).ok_or("a field")?;
                    let expected =
                        former.map_or(Value::Empty, |former| Value::Number(former.into()));
                    assert_eq!(moved.value(), expected, "{button} of {count}");
                }
            }
        }
    }
    Ok(())
}
