//! Elements as parts of a page: its markup, its scripts, its forms, and what a server draws.

use crate::support::{with_demo, with_page};
use fantoccini::key::Key;

#[test]
fn the_server_draws_what_the_script_adopts() {
    with_demo(async |page| {
        // Each has one shadow root, drawn once, without the server's style sheet and ARIA attributes.
        let left = "[...document.querySelectorAll('notch-slider, notch-rating, notch-switch')].filter((e) => \
                    e.shadowRoot.children.length !== 1 || e.hasAttribute('role') || e.hasAttribute('aria-valuenow')).length";
        assert_eq!(page.get(left).await, "0");
        assert_eq!(page.get("document.querySelector('#weight').shadowRoot.querySelector('[part=output]').textContent").await, "18.4 kg");
        // The same markup as without script: the server's page, parsed but not run. Any difference would
        // mean that it was drawn twice.
        let redrawn = "await (async () => {
            const server = Document.parseHTMLUnsafe(await (await fetch('/')).text());
            return [...document.querySelectorAll('[data-name]')].filter((live) =>
              server.getElementById(live.id).shadowRoot.querySelector('[part=box]').outerHTML !== live.shadowRoot.firstElementChild.outerHTML)
              .map((live) => live.id).join(' ');
          })()";
        // The options of these two are set by the page's own script.
        let redrawn = page.get(redrawn).await;
        let others = redrawn.split(' ').filter(|id| !["keeper", "colony", ""].contains(id));
        assert_eq!(others.collect::<Vec<_>>(), [""; 0]);
    });
}

#[test]
fn roles_names_and_values_reach_the_accessibility_tree() {
    with_demo(async |page| {
        let pair = |role: &str, name: &str| (role.to_owned(), name.to_owned());
        assert_eq!(page.role_and_name("#weight").await, pair("slider", "Hive weight"));
        assert_eq!(page.role_and_name("#temper").await, pair("slider", "Temper"));
        assert_eq!(page.role_and_name("#feeder").await, pair("switch", "Feeder"));
        page.show("<label>Box <notch-slider></notch-slider></label>").await;
        assert_eq!(page.role_and_name("notch-slider").await.0, "slider");
        assert!(page.role_and_name("notch-slider").await.1.starts_with("Box"));
    });
}

#[test]
fn a_form_treats_the_elements_as_its_own() {
    with_demo(async |page| {
        let data = "new URLSearchParams(new FormData(document.forms[0])).toString()";
        assert_eq!(
            page.get(data).await,
            // Empty fields are sent like HTML's own: a name with an empty value.
            "visited=&opened=&weight=18.4&outside=12.5&mites=&temper=&brood=&treatment=&dose=&colony=&stores=0&next-visit=&note="
        );
        assert_eq!(page.get("document.forms[0].checkValidity()").await, "false");
        assert_eq!(
            page.get("document.querySelector('#form-temper').validity.valueMissing").await,
            "true"
        );
        assert_eq!(
            page.get("document.querySelector('#form-temper').validationMessage").await,
            "A value is required."
        );
        assert_eq!(
            page.get("document.querySelector('#form-temper').matches(':state(invalid):invalid')")
                .await,
            "true"
        );

        page.click("#form-temper", "[part=icons]", (0.5, 0.5)).await;
        page.find("label[for=form-feeder]").await.click().await.unwrap();
        page.find("label[for=form-weight]").await.click().await.unwrap();
        page.press(&[Key::Right]).await;
        page.find("label[for=form-mites]").await.click().await.unwrap();
        page.write("7").await;
        page.click("#form-seen", "[part~=choice]:nth-child(2)", (0.2, 0.5)).await;
        let sent = "visited=&opened=&weight=18.5&outside=12.5&mites=7&temper=2.5&brood=&seen=eggs&feeder=on&treatment=&dose=&colony=&stores=0&next-visit=&note=";
        assert_eq!(page.get(data).await, sent);
        page.run("document.querySelector('#form-visited').value = '2026-05-14'").await;
        assert_eq!(page.get("document.forms[0].checkValidity()").await, "true");

        // A disabled fieldset disables its controls.
        page.find("#skip").await.click().await.unwrap();
        let measured = "visited=2026-05-14&opened=&weight=18.5&outside=12.5&mites=7&colony=&stores=0&next-visit=&note=";
        assert_eq!(page.get(data).await, measured);
        page.log().await;
        page.click("#form-temper", "[part=icons]", (0.9, 0.5)).await;
        assert!(page.log().await.iter().all(|line| line.ends_with("refused: disabled")));
        page.find("#skip").await.click().await.unwrap();

        page.find("button[type=reset]").await.click().await.unwrap();
        page.log().await;
        assert_eq!(
            page.get(data).await,
            "visited=&opened=&weight=18.4&outside=12.5&mites=&temper=&brood=&treatment=&dose=&colony=&stores=0&next-visit=&note=",
            "reset, and without an event"
        );
    });
}

#[test]
fn a_sent_form_is_answered_with_typed_values_or_problems() {
    with_demo(async |page| {
        page.run(
            "const put = (name, value) => { document.querySelector('#form-' + name).value = value; };
             put('visited', '2026-05-14'); put('opened', '07:30'); put('mites', 3); put('temper', 3.5);
             put('seen', 'queen,eggs'); put('treatment', 'bb');
             document.querySelector('#form-feeder').checked = true;",
        )
        .await;
        page.find("form button").await.click().await.unwrap();
        page.until("document.title === 'Inspection accepted'").await;
        let text =
            page.get("document.querySelector('table').innerText.replaceAll(/\\s+/g, ' ')").await;
        assert_eq!(
            text,
            "What Name Value Visited visited 2026-05-14 Opened at opened 07:30 Hive weight weight 18.4 \
             Outside outside 12.5 Mites per 300 bees mites 3 Temper temper 3.5 Frames of brood brood empty \
             Seen seen queen + eggs Feeder feeder on Treatment treatment bb Colony colony empty \
             Stores stores 0 Next visit next-visit empty Note note empty"
        );
        // After returning to the form, the browser has restored what was entered.
        page.back().await;
        page.until("document.querySelector('[name]:state(ready)') && document.querySelector('#form-temper')?.value === '3.5'").await;
        let kept = "['visited', 'opened', 'mites', 'seen', 'treatment'].map((name) => document.querySelector('#form-' + name).value).join(' ')";
        assert_eq!(page.get(kept).await, "2026-05-14 07:30 3 queen,eggs bb");
        assert_eq!(page.get("document.querySelector('#form-feeder').checked").await, "true");

        // A modified page, with a text field instead of the control.
        page.run("document.querySelector('#form-weight').outerHTML = '<input name=weight value=\"<b>400\">'").await;
        page.find("form button").await.click().await.unwrap();
        page.until("document.title === 'Inspection not accepted'").await;
        assert_eq!(
            page.get("document.querySelector('.problems').innerText").await,
            "Hive weight: \"<b>400\" is not a number; write it like 12 or -0.5. (received \"<b>400\")"
        );
    });
}

#[test]
fn scripts_read_and_write_like_on_native_controls() {
    with_page(async |page| {
        // Created by script, with a value set before it is in the page.
        page.show("<form></form>").await;
        page.run(
            "const slider = document.createElement('notch-slider');
             Object.assign(slider, { name: 'weight', max: '40', step: '0.1', value: '12.34' });
             document.forms[0].append(slider);",
        )
        .await;
        let slider = "document.querySelector('notch-slider')";
        assert_eq!(page.get(&format!("{slider}.value")).await, "12.3", "snapped as HTML does");
        assert_eq!(page.get(&format!("{slider}.form === document.forms[0]")).await, "true");
        page.run(&format!("{slider}.value = 'heavy'")).await;
        assert_eq!(
            page.get(&format!("{slider}.value")).await,
            "12.3",
            "what is no number changes nothing"
        );
        page.run(&format!("{slider}.value = 99; {slider}.max = 30")).await;
        assert_eq!(page.get(&format!("{slider}.value")).await, "30", "a new bound holds at once");
        assert_eq!(page.log().await, [] as [&str; 0], "what a script sets makes no event");

        page.run(&format!("{slider}.setCustomValidity('Too heavy to lift.')")).await;
        assert_eq!(
            page.get(&format!("{slider}.validity.customError + ' ' + {slider}.validationMessage"))
                .await,
            "true Too heavy to lift."
        );
        page.run(&format!("{slider}.setCustomValidity('')")).await;
        assert_eq!(page.get(&format!("{slider}.checkValidity()")).await, "true");

        // A listener that writes back neither loops nor breaks the turn.
        page.run(&format!("{slider}.addEventListener('input', () => {{ {slider}.value = Math.min({slider}.value, 10); }})")).await;
        page.focus("notch-slider").await;
        page.press(&[Key::End]).await;
        assert_eq!(
            page.get(&format!("{slider}.value")).await,
            "30",
            "at its maximum already: refused, and nobody asked"
        );
        page.press(&[Key::Left]).await;
        assert_eq!(page.get(&format!("{slider}.value")).await, "10");

        // A property set before the element is defined is not lost.
        page.run(
            "document.body.innerHTML = '<notch-switch></notch-switch>';
             const html = `<notch-rating max=5 step=0.5></notch-rating>`;
             const inert = new DOMParser().parseFromString(html, 'text/html').body.firstChild;
             inert.value = '2.5';
             document.body.append(document.adoptNode(inert));",
        )
        .await;
        assert_eq!(page.get("document.querySelector('notch-rating').value").await, "2.5");
        assert_eq!(page.get("document.querySelector('notch-rating').valueText").await, "2.5 of 5");
    });
}

#[test]
fn hostile_text_stays_text() {
    with_page(async |page| {
        let hostile = "</span><img src=x onerror='window.struck = true'>\"&lt;\u{202e}\u{1f}\u{1e}";
        page.show("<form></form>").await;
        let set = format!(
            "const hostile = {}, long = hostile.repeat(300);
             const tags = ['slider', 'span-slider', 'rating', 'switch', 'checkbox', 'checkbox-group', 'stepper', 'item-stepper',
               'select', 'date', 'date-span', 'month', 'week', 'time', 'date-time'];
             for (const text of [hostile, long]) for (const tag of tags) {{
               const element = document.createElement('notch-' + tag);
               for (const name of ['unit', 'icon', 'when-off', 'placeholder', 'description', 'all', 'aria-label', 'wording', 'name'])
                 element.setAttribute(name, text);
               const option = new Option(text, text);
               option.setAttribute('label', text);
               const group = document.createElement('optgroup');
               group.label = text;
               group.append(option);
               element.append(group);
               document.forms[0].append(element);
               element.setCustomValidity(text);
               element.reportValidity();
             }}
             const select = document.querySelector('notch-select');
             select.options = [{{ value: hostile, text: hostile, group: hostile }}];
             select.value = hostile;
             select.showPicker();",
            serde_json::json!(hostile)
        );
        page.run(&set).await;
        let of = |element: &str, part: &str| {
            format!(
                "document.querySelector('notch-{element}').shadowRoot.querySelector('[part={part}]').textContent"
            )
        };
        assert_eq!(page.get(&of("switch", "caption")).await, hostile);
        assert_eq!(page.get(&of("checkbox-group", "all")).await.trim(), hostile);
        assert_eq!(page.get("document.querySelector('notch-select').value").await, hostile);
        assert_eq!(
            page.get("document.querySelector('notch-select').shadowRoot.querySelector('[role=option]').dataset.with").await,
            hostile
        );
        let images = "[...document.forms[0].children].reduce((sum, e) => sum + e.shadowRoot.querySelectorAll('img').length, 0)";
        assert_eq!(page.get(images).await, "0");
        // And drawn from scratch, as when the element is created with it.
        page.run(
            "for (const e of [...document.forms[0].children]) e.replaceWith(e.cloneNode(true));",
        )
        .await;
        assert_eq!(page.get(images).await, "0");
        assert_eq!(page.get("String(window.struck)").await, "undefined");
        let wide = "[...document.forms[0].children].filter((e) => e.getBoundingClientRect().right > innerWidth || e.shadowRoot.firstElementChild.scrollWidth > innerWidth).map((e) => e.localName).join(' ')";
        assert_eq!(page.get(wide).await, "", "and nothing is wider than the page");
    });
}

#[test]
fn removed_elements_leave_nothing_behind() {
    with_page(async |page| {
        page.show("<form></form>").await;
        page.run(
            "window.freed = 0;
             const registry = new FinalizationRegistry(() => { window.freed += 1; });
             window.registry = registry;
             for (const tag of ['slider', 'rating', 'switch', 'select', 'date', 'stepper', 'time'])
               for (let n = 0; n < 100; n++) {
                 const element = document.createElement('notch-' + tag);
                 registry.register(element);
                 document.forms[0].append(element);
                 element.value = tag === 'date' ? '2026-05-14' : tag === 'time' ? '07:30' : '3';
                 element.remove();
               }
             // The engine retains the element that was touched last, so this is one that is not counted.
             const last = document.forms[0].appendChild(document.createElement('notch-switch'));
             last.checked = true;
             last.remove();",
        )
        .await;
        for _ in 0..100 {
            // Asynchronous, so that nothing on the engine's stack is treated as a reference.
            page.run(
                "await gc({ type: 'major', execution: 'async' });
                 await new Promise((done) => setTimeout(done, 20));",
            )
            .await;
            if page.get("freed").await == "700" {
                return;
            }
        }
        panic!("only {} of 700 were freed", page.get("freed").await);
    });
}

#[test]
fn a_moved_element_keeps_its_value_and_follows_its_new_surroundings() {
    with_page(async |page| {
        page.show(
            "<form id=one><notch-slider name=weight value=25></notch-slider></form>\
             <form id=other dir=rtl></form>",
        )
        .await;
        page.run(
            "const slider = document.querySelector('notch-slider');
             slider.value = 30;
             document.querySelector('#other').append(slider);",
        )
        .await;
        let data = "new URLSearchParams(new FormData(document.querySelector('#other'))).toString()";
        assert_eq!(page.get(data).await, "weight=30");
        let thumb = "document.querySelector('notch-slider').shadowRoot.querySelector('[part=thumb]').style.left";
        assert_eq!(page.get(thumb).await, "70%");
        page.run("document.querySelector('#other').reset()").await;
        assert_eq!(page.get(data).await, "weight=25");
    });
}

/// A template and a frame have documents of their own.
#[test]
fn an_element_may_move_to_another_document() {
    with_page(async |page| {
        page.show(
            "<div><notch-rating value=3></notch-rating><notch-date value=2026-05-14></notch-date></div><hr>\
             <template></template><iframe height=600></iframe>",
        )
        .await;
        let heights = "[...document.querySelector('div').children].map((one) => Math.round(one.getBoundingClientRect().height))";
        let before = page.get(heights).await;
        page.run(
            "window.moved = document.querySelector('div');
             document.querySelector('template').content.append(moved);",
        )
        .await;
        page.run("document.querySelector('hr').before(moved);").await;
        assert_eq!(page.get(heights).await, before, "after a stay in a template");
        page.run("document.querySelector('iframe').contentDocument.body.append(moved);").await;
        page.client.enter_frame(0).await.expect("the frame");
        assert_eq!(page.get(heights).await, before, "in a frame");
        let calendar = page.find("notch-date").await;
        calendar.click().await.expect("a click");
        page.press(&[Key::Down]).await;
        page.until("document.querySelector('notch-date').open").await;
        page.find("notch-rating").await.click().await.expect("a click");
        page.until("!document.querySelector('notch-date').open").await;
        assert_eq!(page.value("notch-rating").await, "5");
    });
}

#[test]
fn a_renamed_element_is_sent_under_its_new_name() {
    let sent = "new URLSearchParams(new FormData(document.forms[0])).toString()";
    with_page(async move |page| {
        page.show("<form><notch-span-slider value='5,20'></notch-span-slider><notch-rating value=3></notch-rating></form>").await;
        assert_eq!(page.get(sent).await, "");
        let rename = |name: &str| {
            format!(
                "for (const one of document.forms[0].children) one.name = '{name}' + one.localName.length"
            )
        };
        for name in ["a", "b"] {
            page.run(&rename(name)).await;
            assert_eq!(page.get(sent).await, format!("{name}17=5&{name}17=20&{name}12=3"));
        }
    });
}
