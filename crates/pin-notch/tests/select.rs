//! Selects: attempts with their outcomes, and lists that are late, fail to load, or are long.

use pin_notch::{Choice, Intent, Key, Listing, Select};
use proptest::prelude::*;

fn treatments() -> Vec<Choice> {
    vec![
        Choice::new("fa", "Formic acid").in_group("Acids"),
        Choice::new("la", "Lactic acid").in_group("Acids"),
        Choice::new("oa", "Oxalic acid").in_group("Acids").disabled(),
        Choice::new("th", "Thymol").in_group("Oils"),
        Choice::new("ém", "Émulsion d’été"),
        Choice::new("st", "Große Straße"),
    ]
}

#[cfg(feature = "unicode")]
fn play(select: &mut Select, moves: &[(Intent, &str)]) {
    for (at, (intent, expected)) in moves.iter().enumerate() {
        let before = format!("{select:?}");
        let turn = select.handle(*intent);
        assert_eq!(turn.to_string(), *expected, "move {at}: {intent}");
        assert!(
            turn.refusal().is_none() || format!("{select:?}") == before,
            "refused, yet changed"
        );
    }
}

#[cfg(feature = "unicode")]
fn shown(select: &Select) -> String {
    let rows = (0..select.rows()).filter_map(|row| select.row(row));
    rows.map(|row| row.choice.text.clone()).collect::<Vec<_>>().join(", ")
}

#[test]
fn a_group_begins_at_its_first_option() {
    let select = Select::builder().placeholder("none yet").options(treatments()).build().unwrap();
    assert_eq!(select.readout(), "none yet");
    let groups: Vec<bool> = (0..6).map(|row| select.row(row).unwrap().begins_group).collect();
    assert_eq!(groups, [true, false, false, true, false, false]);
}

/// An option with an empty value is HTML's placeholder label option.
#[test]
fn an_option_with_an_empty_value_is_chosen_while_no_other_one_is() {
    let options = [("oa", "Oxalic acid"), ("", "Nothing")];
    let mut select = Select::builder().options(options).build().unwrap();
    let nothing = select.clone();
    assert_eq!((select.readout(), select.chosen()), ("Nothing".to_owned(), &[String::new()][..]));
    select.set_value(["oa"]);
    select.set_value([""; 0]);
    assert_eq!(select.view(), nothing.view());
    select.set_required(true);
    assert_eq!(select.validity()[0].to_string(), "A value is required.");
    select.set_options(["oa"]);
    assert_eq!((select.readout(), select.chosen()), (String::new(), &[][..]));
    let mut select = Select::builder().options(options).placeholder("choose one").build().unwrap();
    assert_eq!(select.readout(), "choose one");
    let _ = select.handle(Intent::Pick(""));
    assert_eq!(select.readout(), "Nothing");
}

#[cfg(feature = "unicode")]
#[test]
fn typing_ahead_searches_by_prefix_and_wraps_around() {
    let find = |typed, at| Intent::Find { typed, at };
    let mut select = Select::builder().options(treatments()).build().unwrap();
    play(
        &mut select,
        &[
            (find('t', 0), "input th, change th"),
            (find('f', 2000), "input fa, change fa"),
            (find('o', 2100), "draft"), // "fo" is Formic acid still
            (find('x', 9000), "refused: there is no such option"),
            (find('o', 20_000), "refused: there is no such option"), // it is disabled
            (find('e', 30_000), "input ém, change ém"),              // accents do not count
        ],
    );
    let mut same = Select::builder()
        .options(["Ash", "Alder", "Apple"].map(|tree| Choice::new(tree, tree)))
        .build()
        .unwrap();
    play(
        &mut same,
        &[
            (Intent::Open, "open"),
            (find('a', 0), "active 1"),
            (find('a', 100), "active 2"),
            (find('a', 200), "active 0"),
            (find('l', 5000), "refused: there is no such option"),
            (find('A', 9000), "active 1"),
            (find('p', 9100), "active 2"),
        ],
    );
}

#[cfg(feature = "unicode")]
#[test]
fn a_filter_knows_neither_case_nor_accents() {
    let mut select = Select::builder().options(treatments()).build().unwrap();
    assert_eq!(select.handle(Intent::Type("ACID")).to_string(), "draft, open");
    assert_eq!(shown(&select), "Formic acid, Lactic acid, Oxalic acid");
    let _ = select.handle(Intent::Type("ete"));
    assert_eq!(shown(&select), "Émulsion d’été");
    let _ = select.handle(Intent::Type("STRASSE"));
    assert_eq!(shown(&select), "Große Straße");
    let _ = select.handle(Intent::Type("  grosse   s"));
    assert_eq!(shown(&select), "Große Straße");
    let _ = select.handle(Intent::Type("nothing of the kind"));
    assert_eq!((select.rows(), select.active_row()), (0, None));
    assert_eq!(select.handle(Intent::Key(Key::Enter)).to_string(), "refused: already empty");
    assert_eq!(select.handle(Intent::Leave).to_string(), "close");
    assert_eq!((select.rows(), select.filter()), (6, ""), "the filter goes with the list");
}

#[test]
fn a_text_gives_the_values_of_a_select_of_many() {
    let mut select = Select::builder().multiple(true).options(treatments()).build().unwrap();
    select.set_value_text(" th, fa ,, th");
    assert_eq!(select.value(), ["fa", "th"], "in the list's order");
    assert_eq!(select.readout(), "Formic acid, Thymol");
}

#[test]
fn a_value_set_before_its_options_survives() {
    let mut select = Select::builder().value(["th"]).build().unwrap();
    select.set_loading();
    let tokens = |select: &Select| {
        select.tokens().map(|t| (t.text.to_owned(), t.pending)).collect::<Vec<_>>()
    };
    assert_eq!(tokens(&select), [("th".to_owned(), true)]);
    assert_eq!(select.handle(Intent::Type("thy")).to_string(), "draft, open");
    assert_eq!(
        select.handle(Intent::Key(Key::Down)).to_string(),
        "refused: already at the highest value"
    );
    let _ = select.handle(Intent::Close);
    assert!(select.validity().is_empty(), "nobody can say yet whether it is right");
    select.set_failed("the service is away");
    assert_eq!(select.listing(), &Listing::Failed("the service is away".into()));
    assert_eq!(select.value(), ["th"]);
    select.set_options(treatments());
    assert_eq!(tokens(&select), [("Thymol".to_owned(), false)]);
    select.set_options::<Choice>([]);
    assert_eq!((select.listing(), select.value()), (&Listing::Loaded, vec!["th".to_owned()]));
    assert_eq!(select.validity()[0].to_string(), "\"th\" is not offered.");
    select.set_value(["oa"]);
    select.set_options(treatments());
    assert_eq!(
        (select.chosen().len(), select.value().len()),
        (1, 0),
        "what is disabled is not sent"
    );
    assert!(select.validity().is_empty(), "as nothing would be");
    select.set_required(true);
    assert_eq!(select.validity()[0].state(), "valueMissing");
    select.reset();
    assert_eq!(select.value(), ["th"]);
}

proptest! {
    /// A filter matches the texts in which the standard library finds it.
    #[test]
    fn a_filter_finds_what_a_text_holds(
        texts in proptest::collection::vec("[abc]{0,12}", 1..20),
        filter in "[abc]{1,4}",
    ) {
        let choices = texts.iter().enumerate().map(|(at, text)| Choice::new(at.to_string(), text));
        let mut select = Select::builder().filter(true).options(choices).build().unwrap();
        let _ = select.handle(Intent::Type(&filter));
        let rows = (0..select.rows()).filter_map(|row| select.row(row));
        let rows: Vec<&String> = rows.map(|row| &row.choice.text).collect();
        let found: Vec<&String> = texts.iter().filter(|text| text.contains(&filter)).collect();
        prop_assert_eq!(rows, found);
    }
}

/// The rows are the same as by the plain definition, however the filter changed.
#[test]
fn filters_agree_with_a_plain_search() {
    let texts: Vec<String> =
        (0..3000).map(|n| format!("Hive {} row {}", n * 7 % 1000, n % 13)).collect();
    let mut select = Select::builder()
        .options(texts.iter().map(|text| Choice::new(text, text)))
        .build()
        .unwrap();
    for filter in ["1", "12", "12 r", "12", "hive 9", "e 99", "", "row 12", "w 1", "zzz", "w"] {
        let _ = select.handle(Intent::Type(filter));
        let plain: Vec<&String> =
            texts.iter().filter(|t| t.to_lowercase().contains(filter.trim())).collect();
        assert_eq!(select.rows(), plain.len(), "{filter:?}");
        assert!(
            plain
                .iter()
                .enumerate()
                .all(|(row, text)| select.row(row).unwrap().choice.text == **text)
        );
    }
}

#[test]
fn a_long_list_is_a_window_that_follows_scrolling() {
    let options = (0..1000).map(|n| Choice::from(format!("Colony {n}")));
    let mut select = Select::builder().filter(true).options(options).build().unwrap();
    assert_eq!(
        select.handle(Intent::Scroll(500)).to_string(),
        "refused: does not apply to this control"
    );
    let _ = select.handle(Intent::Open);
    for (first_in_sight, turn) in [
        (10, "refused: nothing would change"), // the rows below are there already
        (500, "scroll 488"),
        (505, "refused: nothing would change"),
        (480, "scroll 468"),
        (99_999, "scroll 952"), // the last window is as full as the others
        (0, "scroll 0"),
    ] {
        assert_eq!(select.handle(Intent::Scroll(first_in_sight)).to_string(), turn);
        let view = select.view();
        assert_eq!((view.rows.len(), view.row_count), (48, 1000));
        let first = first_in_sight.min(999);
        assert!((view.first_row..view.first_row + 48).contains(&first), "{first} is there");
    }
    let _ = select.handle(Intent::Key(Key::End));
    assert!(select.view().rows.last().is_some_and(|row| row.active), "keys take the window along");
    let _ = select.handle(Intent::Type("nowhere"));
    assert_eq!(select.view().status, "No option matches.");
    assert_eq!(select.handle(Intent::Scroll(3)).to_string(), "refused: nothing would change");
}

#[test]
fn a_space_is_a_letter_while_a_text_is_being_typed() {
    let mut select = Select::builder().options(["a b", "a c"]).build().unwrap();
    assert!(!select.is_finding(0), "nothing has been typed");
    let _ = select.handle(Intent::Find { typed: 'a', at: 1000 });
    assert!(select.is_finding(1000) && select.is_finding(1400));
    assert!(!select.is_finding(60_000), "that was long ago");
}
