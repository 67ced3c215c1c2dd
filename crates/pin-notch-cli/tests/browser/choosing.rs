//! Checkboxes and their groups, items and selects: choosing from a list.

use crate::support::{Page, with_page};
use fantoccini::key::Key;
use serde_json::json;

const TREATMENTS: &str = "<form><label for=it>Treatment</label><notch-select id=it name=treatment placeholder=none>\
    <optgroup label=Acids><option value=oa>Oxalic acid</option><option value=fa>Formic acid</option></optgroup>\
    <option value=th disabled>Thymol</option><option value=bb>Brood break, été</option></notch-select></form>";

#[test]
fn a_select_opens_moves_chooses_and_closes() {
    with_page(async |page| {
        page.show(TREATMENTS).await;
        page.find("label").await.click().await.unwrap();
        page.press(&[Key::Down, Key::Down, Key::Down]).await;
        let active = format!(
            "{}.getAttribute('aria-activedescendant')",
            Page::part("#it", "[role=combobox]")
        );
        assert_eq!(page.get(&active).await, "row-3", "what is disabled is passed over");
        page.press(&[Key::Up, Key::Enter]).await;
        assert_eq!(
            page.log().await,
            [
                "key ArrowDown -> open",
                "toggle event open",
                "key ArrowDown -> active 1",
                "key ArrowDown -> active 3",
                "key ArrowUp -> active 1",
                "key Enter -> input fa, change fa, close",
                "input event fa",
                "change event fa",
                "toggle event closed",
            ]
        );
        // Type-ahead in the closed field. A press outside closes the list, as do Escape and Alt with Up,
        // and the focus stays.
        page.write("o").await;
        assert_eq!(page.value("#it").await, "oa");
        page.click("#it", "[part=field]", (0.4, 0.5)).await;
        assert_eq!(page.get("document.querySelector('#it').open").await, "true");
        page.run("document.body.style.minHeight = '700px'").await;
        page.mouse_at(900.0, 600.0).await;
        assert_eq!(page.get("document.querySelector('#it').open").await, "false");
        page.find("label").await.click().await.unwrap();
        page.press(&[Key::Enter, Key::Escape]).await;
        assert_eq!(page.get("document.querySelector('#it').open").await, "false");
        page.press(&[Key::Enter, Key::Down]).await;
        page.press_with(Key::Alt, char::from(Key::Up)).await;
        assert_eq!(page.get("document.querySelector('#it').open").await, "false");
        let focused = "document.querySelector('#it').shadowRoot.activeElement.getAttribute('role')";
        assert_eq!(page.get(focused).await, "combobox");
        // By pointer; a disabled option changes nothing.
        page.click("#it", "[part=field]", (0.4, 0.5)).await;
        page.click("#it", "#row-2", (0.5, 0.5)).await;
        assert!(page.log().await.last().unwrap().ends_with("refused: disabled"));
        page.click("#it", "#row-3", (0.5, 0.5)).await;
        assert_eq!(page.value("#it").await, "bb");
        assert_eq!(
            page.get("new URLSearchParams(new FormData(document.forms[0])).toString()").await,
            "treatment=bb"
        );
    });
}

#[test]
fn a_filter_finds_without_case_and_accents() {
    with_page(async |page| {
        page.show(&TREATMENTS.replace("name=", "filter name=")).await;
        page.find("label").await.click().await.unwrap();
        page.write("ETE").await;
        let rows = format!(
            "[...{}.querySelectorAll('[part~=option] [part=text]')].map((row) => row.textContent).join('|')",
            Page::part("#it", "[part=list]")
        );
        assert_eq!(page.get(&rows).await, "Brood break, été");
        page.press(&[Key::Enter]).await;
        let input = format!("{}.value", Page::part("#it", "[part=input]"));
        assert_eq!(
            (page.value("#it").await, page.get(&input).await),
            ("bb".into(), "Brood break, été".into())
        );
        page.write("zzz").await;
        let announcement = format!("{}.textContent", Page::part("#it", "[part=status]"));
        assert_eq!(page.get(&announcement).await, "No option matches.");
        page.press(&[Key::Escape]).await;
        assert_eq!(page.get(&input).await, "Brood break, été", "what was searched is no value");
    });
}

#[test]
fn many_are_tokens_and_send_an_entry_each() {
    with_page(async |page| {
        page.show(&TREATMENTS.replace("id=it", "id=it multiple most=2 value='bb,zz'")).await;
        let data = "new URLSearchParams(new FormData(document.forms[0])).toString()";
        assert_eq!(page.get(data).await, "treatment=bb&treatment=zz");
        let tokens = format!(
            "[...{}.children].map((token) => token.getAttribute('part') + ' ' + token.innerText.trim()).join('|')",
            Page::part("#it", "[part=tokens]")
        );
        assert_eq!(page.get(&tokens).await, "token Brood break, été|token token-pending zz");
        page.click("#it", "[part~=token-pending] [part=remove]", (0.5, 0.5)).await;
        assert_eq!(page.get("document.querySelector('#it').open").await, "false");
        page.find("label").await.click().await.unwrap();
        page.press(&[Key::Down, Key::Home, Key::Enter]).await;
        assert_eq!(
            page.get(data).await,
            "treatment=oa&treatment=bb",
            "in the order of the options"
        );
        page.press(&[Key::Down, Key::Enter]).await;
        assert!(
            page.log().await.last().unwrap().ends_with("refused: no more than 2 can be chosen")
        );
        page.press(&[Key::Escape, Key::Backspace]).await;
        assert_eq!(page.value("#it").await, "oa");
        // As set by autofill, and by a script.
        page.run(
            "document.querySelector('#it').formStateRestoreCallback('fa, bb', 'autocomplete')",
        )
        .await;
        assert_eq!(
            page.get("JSON.stringify(document.querySelector('#it').values)").await,
            "[\"fa\",\"bb\"]"
        );
        page.run("document.querySelector('#it').values = ['oa']").await;
        assert_eq!(page.value("#it").await, "oa");
        // What a browser has kept of an element with another name is not restored.
        for (name, value) in [("colony", "oa"), ("treatment", "fa")] {
            page.run(&format!("document.querySelector('#it').formStateRestoreCallback('{name}\\x1f\\x1ffa', 'restore')")).await;
            assert_eq!(page.value("#it").await, value);
        }
    });
}

#[test]
fn options_may_be_loaded_later_or_fail_to_load() {
    with_page(async |page| {
        page.show("<notch-select id=it value=ida></notch-select>").await;
        let readout = format!("{}.textContent", Page::part("#it", "[part=input]"));
        page.run("window.list = Promise.withResolvers(); document.querySelector('#it').options = list.promise; document.querySelector('#it').showPicker();").await;
        let announcement = format!("{}.textContent", Page::part("#it", "[part=status]"));
        assert_eq!(page.get(&announcement).await, "Loading the options …");
        assert_eq!(page.get("document.querySelector('#it').checkValidity()").await, "true");
        page.run("list.resolve([{ value: 'ida', text: 'Ida' }, 'jon'])").await;
        page.until(&format!("{readout} === 'Ida'")).await;
        page.run("document.querySelector('#it').options = Promise.reject(new Error('the service is away'))").await;
        page.until(&format!(
            "{announcement} === 'The options could not be loaded: the service is away'"
        ))
        .await;
        assert_eq!(page.value("#it").await, "ida", "what was chosen survives");
    });
}

#[test]
fn a_hundred_thousand_options_are_a_window_of_rows() {
    with_page(async |page| {
        page.show("<notch-select id=it filter></notch-select>").await;
        page.run("document.querySelector('#it').options = Array.from({ length: 100_000 }, (_, n) => `Colony ${n}`)").await;
        page.focus("#it").await;
        page.press(&[Key::Down]).await;
        let rows = format!("{}.childElementCount", Page::part("#it", "[part=list]"));
        assert!(page.get(&rows).await.parse::<u32>().unwrap() < 60);
        let scroll = Page::part("#it", "[part=scroll]");
        assert!(
            page.get(&format!("{scroll}.scrollHeight")).await.parse::<f64>().unwrap() > 2_000_000.0
        );
        // Wherever it is scrolled to, rows fill it from top to bottom, as soon as the browser reports it.
        for (to, rows) in
            [(2_600_000, 75_000..85_000), (3_300_000, 99_900..100_000), (1_000_000, 25_000..40_000)]
        {
            page.run(&format!("{scroll}.scrollTop = {to}")).await;
            let (first, end) = (rows.start, rows.end);
            page.until(&format!(
                "(() => {{ const box = {scroll}.getBoundingClientRect(); \
                 return [box.top + 5, box.bottom - 5].every((y) => {{ \
                   const row = document.querySelector('#it').shadowRoot.elementFromPoint(box.left + 50, y); \
                   const at = parseInt(row.closest('[role=option]')?.id.slice('row-'.length)); \
                   return {first} <= at && at < {end}; }}); }})()"
            ))
            .await;
        }
        page.press(&[Key::Up]).await;
        let active = format!("{scroll}.querySelector('[part~=option-active]')?.id");
        assert_eq!(page.get(&active).await, "null", "the first row has nothing above it");
    });
}

#[test]
fn checkboxes_and_groups_check_by_pointer_key_and_label() {
    with_page(async |page| {
        page.show(
            "<form><label for=queen>Queen</label><notch-checkbox id=queen name=queen value=seen indeterminate></notch-checkbox>\
             <notch-checkbox-group id=group name=seen all=All most=3 aria-label=Seen><option>eggs</option><option>larvae</option>\
             <option disabled>drones</option></notch-checkbox-group></form>",
        )
        .await;
        let data = "new URLSearchParams(new FormData(document.forms[0])).toString()";
        assert_eq!(page.get("document.querySelector('#queen').indeterminate").await, "true");
        assert_eq!(page.role_and_name("#queen").await, ("checkbox".into(), "Queen".into()));
        page.find("label").await.click().await.unwrap();
        page.press(&[Key::Tab, Key::Tab, Key::Space]).await;
        assert_eq!(page.get(data).await, "queen=seen&seen=eggs");
        let parent = Page::part("#group", "[part~=all]");
        assert_eq!(page.get(&format!("{parent}.getAttribute('aria-checked')")).await, "mixed");
        page.click("#group", "[part~=all]", (0.2, 0.5)).await;
        assert_eq!(page.get(data).await, "queen=seen&seen=eggs&seen=larvae");
        page.click("#group", "[part~=choice]:last-child", (0.2, 0.5)).await;
        assert!(page.log().await.last().unwrap().ends_with("refused: disabled"));
        page.run("document.querySelector('#queen').checked = false; document.querySelector('#group').value = 'larvae'").await;
        assert_eq!(page.get(data).await, "seen=larvae");
        page.run("document.forms[0].reset()").await;
        assert_eq!(page.get(data).await, "");
    });
}

/// As on HTML's own checkboxes and buttons, which somebody may press for long.
#[test]
fn a_key_that_is_held_down_acts_once() {
    with_page(async |page| {
        page.show(
            "<form><notch-switch aria-label=Fed></notch-switch><notch-checkbox aria-label=Queen></notch-checkbox>\
             <notch-checkbox-group aria-label=Seen><option>eggs</option></notch-checkbox-group>\
             <notch-select aria-label=Hive><option>Linden</option><option>Heath</option></notch-select>\
             <notch-date aria-label=Visited></notch-date><textarea></textarea></form>",
        )
        .await;
        page.run("window.heard = ''; for (const type of ['change', 'toggle', 'submit']) document.forms[0].addEventListener(type, (event) => { event.preventDefault(); heard += `${type} `; }, true)").await;
        for (kind, key, right) in [
            ("switch", " ", "change "),
            ("checkbox", " ", "change "),
            ("checkbox-group", " ", "change "),
            ("select", " ", "toggle "),
            ("select", "Enter", "toggle "),
            ("date", "Enter", "submit "),
        ] {
            page.focus(&format!("notch-{kind}")).await;
            for (r#type, held) in [
                ("rawKeyDown", false),
                ("rawKeyDown", true),
                ("rawKeyDown", true),
                ("keyUp", false),
            ] {
                let key = json!({ "type": r#type, "key": key, "autoRepeat": held });
                page.devtools("Input.dispatchKeyEvent", key).await;
            }
            page.until("heard").await;
            assert_eq!(page.get("heard").await, right, "{kind} {key}");
            page.press(&[Key::Escape]).await;
            page.run("heard = ''").await;
        }
    });
}

#[test]
fn items_go_back_and_next() {
    with_page(async |page| {
        page.show("<notch-item-stepper aria-label=Hive><option>Linden</option><option>Heath</option></notch-item-stepper>").await;
        page.click("notch-item-stepper", "[part=next]", (0.5, 0.5)).await;
        assert_eq!(page.value("notch-item-stepper").await, "Heath");
        let next = Page::part("notch-item-stepper", "[part=next]");
        assert_eq!(page.get(&format!("{next}.getAttribute('aria-disabled')")).await, "true");
        page.press(&[Key::Left]).await;
        assert_eq!(
            page.value("notch-item-stepper").await,
            "Linden",
            "a press beside it gave it the focus"
        );
        page.log().await;
        page.press(&[Key::Left]).await;
        assert_eq!(page.log().await, ["key ArrowLeft -> refused: already at the lowest value"]);
    });
}

#[test]
fn choosing_ends_a_search_and_one_choice_too_many_is_visibly_refused() {
    with_page(async |page| {
        let many = TREATMENTS.replace("placeholder=none", "multiple filter most=1");
        page.show(&many).await;
        let field = Page::part("#it", "[part=input]");
        page.focus("#it").await;
        page.write("form").await;
        page.press(&[Key::Enter]).await;
        assert_eq!(page.value("#it").await, "fa");
        assert_eq!(page.get(&format!("{field}.value")).await, "");
        let rows =
            "document.querySelector('#it').shadowRoot.querySelectorAll('[part~=option]').length";
        assert_eq!(page.get(rows).await, "4", "all are there again");
        page.press(&[Key::Down, Key::Down, Key::Enter]).await;
        assert_eq!(page.value("#it").await, "fa");
        let announcement = Page::part("#it", "[part=announcement]");
        assert_eq!(
            page.get(&format!("{announcement}.textContent")).await,
            "no more than 1 can be chosen"
        );
        assert_eq!(
            page.get(&format!("{announcement}.getBoundingClientRect().height > 10")).await,
            "true"
        );
        page.press(&[Key::Up]).await;
        assert_eq!(
            page.get(&format!("{announcement}.getBoundingClientRect().height > 10")).await,
            "false"
        );
    });
}

#[test]
fn zero_can_be_chosen_of_a_rating_that_has_it() {
    with_page(async |page| {
        page.show("<notch-rating id=it min=0 value=3></notch-rating><notch-rating id=other></notch-rating>").await;
        page.click("#it", "[part~=zero]", (0.5, 0.5)).await;
        assert_eq!(page.value("#it").await, "0");
        page.click("#it", "[part~=zero]", (0.5, 0.5)).await;
        assert_eq!(page.value("#it").await, "", "again, it is empty");
        let other = "document.querySelector('#other').shadowRoot.querySelector('[part~=zero]')";
        assert_eq!(page.get(other).await, "null");
    });
}
