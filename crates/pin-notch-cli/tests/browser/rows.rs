//! Rows in the page: added, moved, removed and undone, with and without script.

use crate::support::{Page, demo_of, with_page};
use fantoccini::key::Key;
use std::path::Path;
use std::process::Command;
use std::time::Duration;

/// The visible rows, with the values of their first fields.
const ROWS: &str = "[...document.querySelectorAll('.one-row')].filter((row) => row.checkVisibility())
    .map((row) => ['where', 'pain'].map((name) => row.querySelector(`[id$='.${name}']`).value).join('-')).join(' ')";
const FORM: &str = "document.querySelector('notch-form')";

async fn press(page: &Page, button: &str) {
    page.run(&format!("document.querySelector('button[value=\"{button}\"]').focus()")).await;
    page.press(&[Key::Enter]).await;
}

async fn announcement(page: &Page) -> String {
    page.get("document.querySelector('[data-status]').textContent").await
}

#[test]
fn rows_are_added_removed_and_moved_by_keys_and_undone() {
    with_page(async |page| {
        let (_server, url) = demo_of(&["demo/stings.toml"]);
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        assert_eq!(page.get(ROWS).await, "-");
        page.run("document.getElementById('sting.1.where').value = 'neck'; document.getElementById('sting.1.pain').value = 3;").await;
        press(&page, "add").await;
        assert_eq!(announcement(&page).await, "Sting 2 has been added.");
        assert_eq!(page.get("document.activeElement.id").await, "sting.2.time");
        // The announcement disappears as soon as something is entered.
        page.focus("[id='sting.2.swelling']").await;
        page.press(&[Key::Right]).await;
        assert_eq!(announcement(&page).await, "");
        page.press(&[Key::Left]).await;
        page.run("document.getElementById('sting.2.where').value = 'foot'").await;
        page.run("window.log = []; document.addEventListener('change', ({ target }) => log.push(`${target.name} ${target.value}`))").await;
        press(&page, "up 2").await;
        assert_eq!(page.get(ROWS).await, "foot- neck-3");
        let reported =
            ["sting.1.where foot", "sting.1.pain ", "sting.2.where neck", "sting.2.pain 3"];
        assert_eq!(page.log().await, reported);
        assert_eq!(announcement(&page).await, "Sting 2 is Sting 1 now.");
        // The button moves with its row; the first row cannot move up.
        assert_eq!(page.get("document.activeElement.value").await, "down 1");
        page.expect_accessible().await;
        let json = page.get(&format!("{FORM}.json")).await;
        let shown = r#""sting":[{"time":null,"where":"foot","pain":null,"swelling":0},{"time":null,"where":"neck","pain":3,"swelling":0}]"#;
        assert!(json.contains(shown), "{json}");
        assert_eq!(page.get(&format!("{FORM}.values.sting[1].where")).await, "neck");
        press(&page, "remove 1").await;
        assert_eq!(page.get(ROWS).await, "neck-3");
        assert_eq!(page.get("document.activeElement.value").await, "add");
        // The minimum is one row.
        assert_eq!(
            page.get("document.querySelector('[value=\"remove 1\"]').disabled").await,
            "true"
        );
        assert_eq!(page.get(&format!("{FORM}.undo()")).await, "true");
        assert_eq!(page.get(ROWS).await, "foot- neck-3");
        for _ in 0..6 {
            press(&page, "add").await;
        }
        assert_eq!(page.get(&format!("{FORM}.values.sting.length")).await, "8");
        assert_eq!(page.get("document.querySelector('[value=add]').disabled").await, "true");
        // The draft is stored, including rows.
        page.run("dispatchEvent(new Event('pagehide'))").await;
        page.client.refresh().await.expect("the page again");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        assert_eq!(page.get(ROWS).await, "foot- neck-3 - - - - - -");
        for row in (3..=8).rev() {
            press(&page, &format!("remove {row}")).await;
        }
        // Rules over all rows, and in each of them.
        page.run("for (const id of ['sting.1.time', 'sting.2.time']) document.getElementById(id).value = '10:15'; document.querySelector('form').requestSubmit();").await;
        page.until("document.querySelector('[data-problems] a')").await;
        let text = page.get("document.querySelector('[data-problems]').innerText").await;
        assert!(text.contains("Sting 1, About when: Two stings at the same time"), "{text}");
        page.run("document.getElementById('sting.2.time').value = '10:30'").await;
        page.until("!document.querySelector('[data-problems] a')").await;
        // The field `eye` is shown in the row that it depends on.
        page.run("document.getElementById('sting.2.where').value = 'face'; document.getElementById('sting.2.swelling').value = 6;").await;
        let eyes = "[1, 2].map((row) => document.getElementById(`sting.${row}.eye`).checkVisibility()).join()";
        assert_eq!(page.get(eyes).await, "false,true");
        // The recorded moves are a test.
        let moves =
            std::env::temp_dir().join(format!("pin-notch-rows-{}.moves", std::process::id()));
        let text = page.get(&format!("{FORM}.moves")).await;
        assert!(text.contains("sting: move 2 to 1\n> 2 rows"), "{text}");
        page.run("document.querySelector('form').requestSubmit()").await;
        page.until("document.querySelector('table')").await;
        let answer = page.get("document.body.innerText").await;
        let second = answer.split("Sting 2").nth(1).unwrap_or_default();
        assert!(second.contains("Where\tFace") && !answer.contains("Sting 3"), "{answer}");
        // Without lines that depend on values set by this test's own script, which moves do not contain.
        let is_own = |line: &&str| !line.contains(" = ") && !line.starts_with("> moves");
        let own: Vec<&str> = text.lines().filter(is_own).collect();
        let own = own.join("\n").split("\nsend").next().unwrap_or_default().to_owned();
        std::fs::write(&moves, own).expect("written moves");
        let traced = Command::new(env!("CARGO_BIN_EXE_pin-notch"))
            .args(["trace", "demo/stings.toml"])
            .arg(&moves)
            .current_dir(env!("CARGO_MANIFEST_DIR"))
            .output()
            .expect("the command runs");
        let _ = std::fs::remove_file(moves);
        assert!(traced.status.success(), "{}", String::from_utf8_lossy(&traced.stdout));
    });
}

#[test]
fn without_script_the_receiver_changes_rows() {
    with_page(async |page| {
        let (_server, url) = demo_of(&["demo/stings.toml"]);
        page.script(false).await;
        page.client.goto(&url).await.expect("the page");
        let source = async || page.client.source().await.expect("a source");
        // Without script, the page cannot report when the next one is loaded.
        let click = async |button: &str| {
            let (css, before) = (format!("button[value=\"{button}\"]"), source().await);
            page.find(&css).await.click().await.expect("a click");
            for _ in 0..100 {
                let now = source().await;
                if now != before && now.contains("</html>") {
                    return;
                }
                tokio::time::sleep(Duration::from_millis(50)).await;
            }
            panic!("nothing came of {button}");
        };
        let choose = async |row: u32, place: &str| {
            let css = format!("select[name='sting.{row}.where']");
            let select = page.find(&css).await;
            select.select_by_value(place).await.expect("a choice");
        };
        choose(1, "neck").await;
        click("add").await;
        choose(2, "foot").await;
        // Enter sends the form; it does not remove the first row.
        click("up 2").await;
        click("add").await;
        click("remove 3").await;
        page.focus("input[name=day]").await;
        page.press(&[Key::Enter]).await;
        page.script(true).await;
        page.until("document.querySelector('table')").await;
        let answer = page.client.source().await.expect("an answer");
        let places =
            ["Sting 1</th>", "Where</th><td>Foot</td>", "Sting 2</th>", "Where</th><td>Neck</td>"];
        let found = places.map(|text| answer.find(text).expect("all of these"));
        assert!(found.is_sorted() && !answer.contains("Sting 3"), "{answer}");
        page.expect_accessible().await;
    });
}

#[test]
fn a_review_lists_the_fields_of_a_row_under_its_label() {
    with_page(async |page| {
        let sheet = std::fs::read_to_string("demo/stings.toml").expect("the demo's sheet");
        let parts = "[[part]]\nname = \"stings\"\ntitle = \"What happened\"\nfields = [\"day\", \"sting\"]\n\
                     [[part]]\nname = \"rest\"\ntitle = \"After it\"\nfields = [\"taken\", \"breath\", \"called\", \"note\"]\n";
        let path = Path::new(env!("CARGO_TARGET_TMPDIR")).join("stings-in-parts.toml");
        std::fs::write(&path, sheet + parts).expect("a written sheet");
        let (_server, url) = demo_of(&[path.to_str().expect("a name")]);
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        page.run("document.getElementById('sting.1.where').value = 'neck'").await;
        press(&page, "add").await;
        page.run("document.getElementById('sting.2.where').value = 'foot'").await;
        let go_on = "[...document.querySelectorAll('.buttons button')].find((one) => one.textContent === 'Next').click()";
        for _ in 0..2 {
            page.run(go_on).await;
        }
        let shown = "[...document.querySelectorAll('.review > *')].map((one) => one.localName === 'h2' ? one.textContent : [...one.querySelectorAll('dt')].map((term) => term.textContent).join('/')).join(' | ')";
        assert_eq!(
            page.get(shown).await,
            "Day | Sting 1 | About when/Where/Pain after an hour/Swelling across | Sting 2 \
             | About when/Where/Pain after an hour/Swelling across | Taken for it/Short of breath/Note"
        );
        page.expect_accessible().await;
    });
}
