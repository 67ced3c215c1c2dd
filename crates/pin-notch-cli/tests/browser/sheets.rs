//! Pages drawn from a sheet: served, and as a single file.

use crate::support::{Page, demo_of, with_page};
use fantoccini::Locator;
use fantoccini::key::Key;
use std::process::Command;

const SHEET: &str = include_str!("../../demo/inspection.toml");
const HIVES: &str = include_str!("../../demo/hives.txt");

/// What every drawn page must do.
async fn is_alive(page: &Page) {
    page.until("document.querySelector('notch-form:state(ready)')").await;
    assert_eq!(page.value("#stores").await, "0");
    page.focus("#stores-percent").await;
    page.press(&[Key::Right; 7]).await;
    assert_eq!(page.value("#stores").await, "3.5", "70 percent of 5");
    page.focus("#stores").await;
    page.press(&[Key::Right]).await;
    assert_eq!(page.value("#stores-percent").await, "80", "and back");
    page.expect_accessible().await;
}

#[test]
fn a_served_sheet_is_alive_and_follows_its_file() {
    with_page(async |page| {
        let folder = std::env::temp_dir().join(format!("pin-notch-sheet-{}", std::process::id()));
        std::fs::create_dir_all(&folder).expect("a folder");
        let path = folder.join("inspection.toml");
        std::fs::write(folder.join("hives.txt"), HIVES).expect("a written file");
        std::fs::write(&path, SHEET).expect("a written sheet");
        let (_server, url) = demo_of(&[path.to_str().expect("a name")]);
        page.client.goto(&url).await.expect("the page");
        is_alive(&page).await;
        page.run("document.querySelector('form').submit();").await;
        page.until("document.querySelector('.problems a')").await;
        assert_eq!(page.axe().await, "", "with what was refused");
        assert_eq!(page.value("#stores").await, "4", "what was entered is there again");
        page.client.goto(&url).await.expect("the page");
        let changed = SHEET.replace("label = \"Hive weight\"", "label = \"Weight of it all\"");
        std::fs::write(&path, changed).expect("a written sheet");
        page.until("document.body.innerText.includes('Weight of it all')").await;
        let _ = std::fs::remove_dir_all(folder);
    });
}

#[test]
fn a_page_in_a_file_needs_no_other() {
    with_page(async |page| {
        let path = std::env::temp_dir().join(format!("pin-notch-page-{}.html", std::process::id()));
        let drawn = Command::new(env!("CARGO_BIN_EXE_pin-notch"))
            .args(["draw", "demo/inspection.toml", "--output"])
            .arg(&path)
            .current_dir(env!("CARGO_MANIFEST_DIR"))
            .status();
        assert!(drawn.expect("the command runs").success());
        page.client.goto(&format!("file://{}", path.display())).await.expect("the page");
        is_alive(&page).await;
        // Without a server, the answers are saved to a file.
        page.run(
            "window.files = [];
             HTMLAnchorElement.prototype.click = async function () { window.files.push(this.download, await (await fetch(this.href)).text()); };
             document.querySelector('#visited').value = '2026-05-14';
             document.querySelector('#temper').value = 4;
             document.querySelector('form').requestSubmit();",
        )
        .await;
        page.until("window.files.length > 1").await;
        assert_eq!(page.get("window.files[0]").await, "Hive-inspection.json");
        assert_eq!(page.get("JSON.parse(window.files[1]).visited").await, "2026-05-14");
        assert!(
            page.get("document.querySelector('[data-status]').textContent")
                .await
                .contains("in your downloads")
        );
        let _ = std::fs::remove_file(path);
    });
}

#[test]
fn a_refused_form_shows_what_was_entered_with_links() {
    with_page(async |page| {
        let (_server, url) = demo_of(&["demo/inspection.toml"]);
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('[name]:state(ready)')").await;
        // Sent by something other than our page: values that no element would allow.
        page.run(
            "const form = document.querySelector('form');
             for (const element of form.querySelectorAll('[name]')) if (['mites', 'visited', 'weight', 'temper'].includes(element.id)) element.remove();
             for (const [name, value] of [['visited', '2026-13-45'], ['weight', '99'], ['mites', 'many'], ['temper', '']])
               form.append(Object.assign(document.createElement('input'), { name, value }));
             form.noValidate = true;
             form.submit();",
        )
        .await;
        page.until("document.querySelector('.problems a') && document.querySelector('[name]:state(ready)')").await;
        assert_eq!(
            page.get("document.activeElement.className").await,
            "problems",
            "the summary has the focus"
        );
        // What was entered is shown unchanged, with its problem beside it.
        let field = "(id) => document.getElementById(id).shadowRoot.querySelector('input')";
        assert_eq!(page.get(&format!("({field})('mites').value")).await, "many");
        assert_eq!(page.get(&format!("({field})('visited').value")).await, "2026-13-45");
        for id in ["mites", "visited"] {
            assert_eq!(
                page.get(&format!("({field})('{id}').getAttribute('aria-invalid')")).await,
                "true"
            );
            let descriptions = page.descriptions(&format!("#{id}")).await.join(" ");
            assert!(!descriptions.is_empty(), "{id}");
        }
        for id in ["weight", "temper"] {
            let descriptions = page.descriptions(&format!("#{id}")).await.join(" ");
            assert!(
                descriptions.contains("must be 40") || descriptions.contains("required"),
                "{id}: {descriptions}"
            );
            assert_eq!(
                page.get(&format!("document.getElementById('{id}').matches(':state(invalid)')"))
                    .await,
                "true"
            );
        }
        assert_eq!(page.axe().await, "");
        assert_eq!(page.get("[...document.querySelectorAll('.wrong')].filter((one) => one.checkVisibility()).length").await, "0");
        // A reset restores the values of the sheet, not those that were refused.
        let values = "['visited', 'weight', 'mites', 'temper'].map((id) => document.getElementById(id).value).join()";
        assert_eq!(page.get(values).await, ",40,,");
        page.run("document.querySelector('form').reset();").await;
        assert_eq!(page.get(values).await, ",18.4,,");
        page.client.refresh().await.expect("the page again");
        page.until("document.querySelector('.problems a') && document.querySelector('[name]:state(ready)')").await;
        // Each link focuses its field.
        let links = page.get("[...document.querySelectorAll('.problems a')].map((link) => link.hash.slice(1)).join()").await;
        assert!(
            links.contains("mites") && links.contains("visited") && links.contains("weight"),
            "{links}"
        );
        for id in links.split(',') {
            let followed = "[document.activeElement.id, location.hash.slice(1)].join()";
            let click = format!("document.querySelector('.problems a[href=\"#{id}\"]').click()");
            assert_eq!(page.get(&format!("({click}, {followed})")).await, format!("{id},{id}"));
        }
        // Once corrected, the problem is gone, and the form can be sent again.
        page.run("document.querySelector('#weight').focus()").await;
        page.press(&[Key::Left]).await;
        assert_eq!(
            page.get("document.querySelector('#weight').matches(':state(invalid)')").await,
            "false"
        );
        assert_eq!(page.get("document.querySelector('#weight').validity.valid").await, "true");
    });
}

/// The demo's other sheets, what is entered into each, and what the page then shows.
const FILLED: [(&str, &str, &str); 4] = [
    (
        "stay",
        "{ guest: 'Ida', mail: 'ida@apiary.example', stay: `${day(10)}/${day(14)}`, people: 2, room: 'barn', \
           wishes: 'Queens,\\nall of them' }",
        "Thank you. We will check the book",
    ),
    (
        "survey",
        "{ hives: 12, help: 'yes', tools: 'no', broken: 'The extractor', season: 3.5 }",
        "Thank you, and have a quiet winter.\n\nHow many hives you keep\t12",
    ),
    ("stings", "{ 'sting.1.where': 'neck', 'sting.1.pain': 0 }", "Pain after an hour\tnone"),
    ("extractor", "{ serial: 'HX40017', speed: 300 }", "Speed\t300 rpm"),
];

#[test]
fn each_sheet_of_the_demo_is_filled_in_and_sent() {
    with_page(async |page| {
        for (name, values, answer) in FILLED {
            let (_server, url) = demo_of(&[&format!("demo/{name}.toml")]);
            page.client.goto(&url).await.expect("the page");
            page.until("document.querySelector('notch-form:state(ready)')").await;
            assert_eq!(page.axe().await, "", "{name}");
            page.run("document.querySelector('form').requestSubmit()").await;
            page.until("document.querySelector('[data-problems] a')").await;
            page.run(&format!(
                "const day = (days) => new Date(Date.now() + days * 86400000).toISOString().slice(0, 10);
                 for (const [id, value] of Object.entries({values})) document.getElementById(id).value = value;
                 // Once for each part, and once to send it.
                 for (let at = document.querySelectorAll('[data-part]').length; at >= 0; at -= 1) document.querySelector('form').requestSubmit();"
            ))
            .await;
            page.until(&format!("document.body.innerText.includes({})", serde_json::json!(answer)))
                .await;
        }
        // A preset is a single step for undo.
        let (_server, url) = demo_of(&["demo/extractor.toml"]);
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        page.focus("button[value=heather]").await;
        page.press(&[Key::Enter]).await;
        let values =
            "['speed', 'warm', 'frames'].map((id) => document.getElementById(id).value).join()";
        assert_eq!(page.get(values).await, "420,30,40,4");
        assert_eq!(
            page.get("document.querySelector('[data-status]').textContent").await,
            "The values of Heather honey have been entered."
        );
        let moves = page.get("document.querySelector('notch-form').moves").await;
        assert!(
            moves.starts_with("apply heather\n> moves speed, ramp, minutes, warm, frames\n"),
            "{moves}"
        );
        assert_eq!(page.get("document.querySelector('notch-form').undo()").await, "true");
        assert_eq!(page.get(values).await, "120,25,35,6");
        // And without script, with native controls. Commands, which need it, are not offered.
        let (_server, url) = demo_of(&["demo/inspection.toml"]);
        page.client.goto(&url).await.expect("the page");
        let clear = async || page.find("[command=--clear]").await.is_displayed().await;
        assert!(clear().await.expect("a button"));
        page.script(false).await;
        page.client.refresh().await.expect("the page again");
        assert!(!clear().await.expect("a button"));
        let (_server, url) = demo_of(&["demo/extractor.toml"]);
        page.client.goto(&url).await.expect("the page");
        page.focus("button[value=fresh]").await;
        page.press(&[Key::Enter]).await;
        // The page is sent again, with the preset's values.
        let entered = Locator::Css("#speed[entered=\"150\"]");
        page.client.wait().for_element(entered).await.expect("the page that was asked for");
        page.focus("input[name=serial]").await;
        page.write("HX40017").await;
        page.press(&[Key::Enter]).await;
        page.script(true).await;
        page.until("document.querySelector('table')").await;
        let answer = page.client.source().await.expect("an answer");
        assert!(
            answer.contains("<td>HX40017</td>") && answer.contains("<td>150 rpm</td>"),
            "{answer}"
        );
    });
}

#[test]
fn the_demo_offers_the_languages_of_a_sheet_and_records_the_date() {
    with_page(async |page| {
        let (_server, url) = demo_of(&["demo/survey.toml"]);
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('[data-lang=de]')?.textContent === 'Deutsch'").await;
        page.run("document.querySelector('[data-lang=de]').click()").await;
        page.until("document.documentElement.lang === 'de' && document.querySelector('notch-form:state(ready)')").await;
        assert_eq!(
            page.get("document.querySelector('[aria-current]').textContent").await,
            "Deutsch"
        );
        assert_eq!(
            page.get("document.querySelector('[data-lang=en]').textContent").await,
            "English"
        );
        assert_eq!(page.axe().await, "");
        page.run("document.getElementById('hives').value = 3; document.getElementById('help').value = 'yes';
                  document.getElementById('tools').value = 'yes'; document.getElementById('season').value = 4;
                  document.querySelector('form').requestSubmit()").await;
        // The answer is also in the chosen language.
        page.until("document.querySelector('table') && document.querySelector('[data-lang=de]').textContent === 'Deutsch'").await;
        let text = page.get("document.body.innerText").await;
        assert!(text.contains("Danke, und einen ruhigen Winter."), "{text}");
        let moves =
            std::env::temp_dir().join(format!("pin-notch-day-{}.moves", std::process::id()));
        let (_server, url) =
            demo_of(&["demo/stings.toml", "--record", moves.to_str().expect("a path")]);
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        page.focus("button[value=add]").await;
        page.press(&[Key::Enter]).await;
        let read = || std::fs::read_to_string(&moves).unwrap_or_default();
        for _ in 0..100 {
            if read().contains("sting: add") {
                break;
            }
            tokio::time::sleep(std::time::Duration::from_millis(50)).await;
        }
        let text = read();
        let _ = std::fs::remove_file(&moves);
        let (day, rest) = text.split_once('\n').unwrap_or_default();
        assert!(pin_notch_sheet::Moves::today(day).is_some(), "{text}");
        assert!(rest.starts_with("first-day sunday\nsting: add\n> 2 rows\n"), "{text}");
    });
}

#[test]
fn a_form_in_parts_is_completed_and_reviewed() {
    with_page(async |page| {
        let (_server, url) = demo_of(&["demo/stay.toml"]);
        page.client.goto(&url).await.expect("the page");
        page.until("document.querySelector('notch-form:state(ready)')").await;
        let in_sight = "[...document.querySelectorAll('[data-part]')].map((part) => Number(part.checkVisibility())).join('')";
        let progress = "document.querySelector('.progress').textContent";
        let click = async |text: &str| {
            let find = "[...document.querySelectorAll('form button')].find((one) => one.checkVisibility() && one.textContent";
            page.run(&format!("{find} === '{text}').click()")).await;
        };
        let offered = "[...document.querySelectorAll('form .buttons button')].filter((one) => one.checkVisibility()).map((one) => one.textContent).join()";
        assert_eq!(page.get(in_sight).await, "100");
        assert_eq!(page.get(progress).await, "1 of 4: Who you are");
        assert_eq!(page.get(offered).await, "Next,Reset");
        // Nobody can continue while this part has problems, and problems of other parts are not shown here.
        click("Next").await;
        assert_eq!(page.get(in_sight).await, "100");
        let text = page.get("document.querySelector('[data-problems]').innerText").await;
        assert!(
            text.contains("Your name: A value is required.") && !text.contains("From and to"),
            "{text}"
        );
        page.run("document.getElementById('guest').value = 'Ida'; document.getElementById('mail').value = 'ida@apiary.example'").await;
        // Enter also continues.
        page.focus("#guest").await;
        page.press(&[Key::Enter]).await;
        assert_eq!(page.get(in_sight).await, "010");
        assert_eq!(page.get("document.activeElement.className").await, "progress");
        assert_eq!(page.axe().await, "");
        click("Back").await;
        assert_eq!(page.get("document.getElementById('guest').value").await, "Ida");
        click("Next").await;
        page.run("const day = (days) => new Date(Date.now() + days * 86400000).toISOString().slice(0, 10);
                  document.getElementById('stay').value = `${day(10)}/${day(14)}`; document.getElementById('room').value = 'barn'").await;
        // The enabled options depend on another choice.
        let open = "[...document.querySelectorAll('#bed option[value]:not([data-native])')].filter((one) => !one.disabled).map((one) => one.value).join()";
        assert_eq!(page.get(open).await, "hay,any");
        page.run("document.getElementById('bed').value = 'hay'; document.getElementById('room').value = 'loft'").await;
        assert_eq!(page.get(open).await, "window,ladder,any");
        assert_eq!(page.get("document.querySelector('notch-form').values.bed").await, "null");
        page.run("document.getElementById('room').value = 'barn'").await;
        assert_eq!(page.get("document.querySelector('notch-form').values.bed").await, "hay");
        // A double click goes on by one part only, also if the button stays where it is.
        page.run("document.querySelector('.buttons').style = 'position: fixed; inset: 0 auto auto 0; margin: 0'").await;
        let next = "[...document.querySelectorAll('.buttons button')].find((one) => one.textContent === 'Next')";
        let (x, y) = page.middle(next).await;
        page.mouse_at(x, y).await;
        page.mouse_at(x, y).await;
        assert_eq!(page.get(progress).await, "3 of 4: The rest");
        click("Next").await;
        assert_eq!(page.get(progress).await, "4 of 4: Review");
        assert_eq!(page.get(in_sight).await, "000");
        let review = page.get("document.querySelector('.review').innerText").await;
        assert!(
            review.contains("Your name\nIda") && review.contains("A room in the barn"),
            "{review}"
        );
        assert_eq!(page.axe().await, "");
        assert_eq!(page.get(offered).await, "Back,Ask for a place,Reset");
        // Each link leads back to its field.
        page.run("[...document.querySelectorAll('.review a')].find((one) => one.textContent === 'Where you sleep').click()").await;
        assert_eq!(page.get(in_sight).await, "010");
        assert_eq!(page.get("document.activeElement.id").await, "room");
        click("Next").await;
        click("Next").await;
        click("Ask for a place").await;
        page.until("document.body.innerText.includes('Thank you. We will check the book')").await;
    });
}
