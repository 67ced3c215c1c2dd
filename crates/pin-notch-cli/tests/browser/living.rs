//! Elements in a live application: attributes follow state, the module is late or missing, labels and
//! languages change.

use crate::every::{EVERY, after, form, press_all};
use crate::support::with_page;
use fantoccini::key::Key;
use serde_json::json;

/// Changes many attributes after each attempt and on each event, like an application that binds them to
/// state.
const STORM: &str = "
    const { onTurn } = await import('/pin-notch.js');
    let n = 0;
    const storm = (element) => {
      n += 1;
      element.ariaLabel = `now ${element.value}`;
      element.required = n % 2 === 0;
      element.title = `the ${n}th`;
      element.setAttribute('placeholder', `so far ${n}`);
      element.classList.toggle('odd');
    };
    window.stop = onTurn(({ element }) => storm(element));
    for (const type of ['input', 'change', 'toggle', 'keydown', 'pointermove'])
      document.addEventListener(type, ({ target }) => target.localName?.startsWith('notch-') && storm(target), true);";

#[test]
fn attributes_bound_to_state_disturb_no_gesture() {
    with_page(async |page| {
        page.show(&form("ltr")).await;
        page.run(STORM).await;
        assert_eq!(press_all(&page, false, after).await, [""; 0]);

        // A drag remains a single gesture, whatever its listeners change.
        page.show(
            "<br><br><notch-slider aria-label=Weight></notch-slider><notch-rating></notch-rating>",
        )
        .await;
        let way: Vec<(f64, f64)> = (2..=8).map(|tenth| (f64::from(tenth) / 10.0, 0.5)).collect();
        page.mouse("notch-slider", "[part=track]", &way, Some(0), Some(6)).await;
        assert_eq!(page.value("notch-slider").await, "80");
        let log = page.log().await;
        assert_eq!(log[log.len() - 2..], ["release -> release, change 80", "change event 80"]);
        page.mouse("notch-rating", "[part=icons]", &[(0.3, 0.5), (0.7, 0.5)], Some(0), Some(1))
            .await;
        assert_eq!(page.value("notch-rating").await, "4");

        // Drafts are kept, and so are partly filled fields.
        page.show("<notch-stepper step=0.5></notch-stepper><notch-time></notch-time>").await;
        page.focus("notch-stepper").await;
        page.write("12.5").await;
        assert_eq!(page.value("notch-stepper").await, "12.5");
        page.focus("notch-time").await;
        page.write("0745").await;
        assert_eq!(page.value("notch-time").await, "07:45");
    });
}

#[test]
fn a_value_and_its_definition_can_be_set_in_any_order() {
    with_page(async |page| {
        let orders = [
            "e.value = '18.4'; e.step = '0.1'; e.max = 40;",
            "e.max = 40; e.value = 18.4; e.step = 0.1;",
            "e.step = '0.1'; e.max = '40'; e.value = '18.4';",
            "e.setAttribute('value', '18.4'); e.setAttribute('step', '0.1'); e.setAttribute('max', '40');",
            "e.setAttribute('max', '40'); e.setAttribute('step', '0.1'); e.setAttribute('value', '18.4');",
        ];
        for order in orders {
            for place in ["", "document.body.append(e);"] {
                let value = format!(
                    "(() => {{ const e = document.createElement('notch-slider'); {place} {order} document.body.append(e); return e.value; }})()"
                );
                assert_eq!(page.get(&value).await, "18.4", "{place} {order}");
            }
        }
        for order in [
            "e.max = 40; e.setAttribute('value', '40.5')",
            "e.setAttribute('value', '40.5'); e.max = 40",
            "e.value = 40.5; e.max = 40",
        ] {
            let value = format!(
                "(() => {{ const e = document.createElement('notch-slider'); {order}; return e.value; }})()"
            );
            assert_eq!(page.get(&value).await, "40", "{order}");
        }
        // A value is only reported as not allowed once its element is in the page.
        let notes = page
            .run(
                "const notes = [], { warn } = console;
                 console.warn = (note) => { notes.push(note); };
                 for (const max of [40, 10]) {
                   const e = document.createElement('notch-stepper');
                   Object.assign(e, { value: '1', step: '0.5' });
                   Object.assign(e, { value: '18.4', step: '0.1', max });
                   document.body.append(e);
                 }
                 console.warn = warn;
                 return notes;",
            )
            .await;
        let note = "<notch-stepper>: value \"18.4\" is not allowed: the nearest is 10";
        assert_eq!(notes, json!([note]));
        // Listeners are notified of a value that had to be changed; there is no other event.
        page.show("<notch-stepper max=40></notch-stepper>").await;
        page.run(
            "window.adjusted = []; window.e = document.querySelector('notch-stepper');
             e.addEventListener('adjust', ({ detail }) => adjusted.push(`${detail.wanted} -> ${detail.value}`));
             e.value = 30; e.value = 41; e.max = 20; e.max = 50;",
        )
        .await;
        assert_eq!(page.get("adjusted.join(', ')").await, "41 -> 40, 40 -> 20, 20 -> 41");
        assert_eq!(page.log().await, [""; 0]);
    });
}

#[test]
fn properties_take_what_people_write() {
    with_page(async |page| {
        let table = [
            (
                "notch-slider",
                "e.max = 40; e.step = 0.1; e.value = '18.4'",
                "[e.max, e.step, e.valueAsNumber]",
                r#"["40","0.1",18.4]"#,
            ),
            (
                "notch-slider",
                "e.max = 40; e.max = undefined; e.min = null; e.unit = 'kg'",
                "[e.hasAttribute('max'), e.hasAttribute('min'), e.unit]",
                r#"[false,false,"kg"]"#,
            ),
            (
                "notch-slider",
                "e.pageBy = 5; e.stepBase = 0.5; e.reversed = true",
                "e.outerHTML",
                r#""<notch-slider page-by=\"5\" step-base=\"0.5\" reversed=\"\"></notch-slider>""#,
            ),
            (
                "notch-slider",
                "",
                "['checked', 'valueAsDate', 'indeterminate', 'defaultChecked'].map((name) => name in e)",
                "[false,false,false,false]",
            ),
            (
                "notch-stepper",
                "e.value = 3; e.value = null",
                "[e.value, Number.isNaN(e.valueAsNumber)]",
                r#"["",true]"#,
            ),
            ("notch-stepper", "e.value = 3; e.value = undefined", "e.value", r#""""#),
            // Never empty, as a native slider.
            (
                "notch-slider",
                "e.defaultValue = 30; e.value = 7; e.value = null",
                "e.value",
                r#""30""#,
            ),
            (
                "notch-span-slider",
                "e.values = [2, 3]; e.value = undefined",
                "e.value",
                r#""0,100""#,
            ),
            (
                "notch-item-stepper",
                "e.options = ['a', 'b']; e.value = 'b'; e.value = ''",
                "e.value",
                r#""a""#,
            ),
            (
                "notch-span-slider",
                "e.value = [10, 30]",
                "[e.value, e.values]",
                r#"["10,30",["10","30"]]"#,
            ),
            (
                "notch-select",
                "e.multiple = true; e.options = ['a', 'b, c']; e.value = ['b, c']",
                "[e.value, e.values]",
                r#"["\"b, c\"",["b, c"]]"#,
            ),
            (
                "notch-date",
                "e.min = new Date('2026-05-02'); e.value = new Date('2026-05-14')",
                "[e.min, e.value, e.valueAsNumber, e.valueAsDate]",
                r#"["2026-05-02","2026-05-14",1778716800000,"2026-05-14T00:00:00.000Z"]"#,
            ),
            (
                "notch-date-span",
                "e.value = [new Date('2026-05-12'), '2026-05-14']",
                "[e.value, 'valueAsNumber' in e, 'valueAsDate' in e]",
                r#"["2026-05-12/2026-05-14",false,false]"#,
            ),
            (
                "notch-month",
                "e.value = new Date('2026-05-14')",
                "[e.value, e.valueAsNumber, e.valueAsDate]",
                r#"["2026-05",676,"2026-05-01T00:00:00.000Z"]"#,
            ),
            (
                "notch-week",
                "e.value = new Date('2027-01-01')",
                "[e.value, e.valueAsDate]",
                r#"["2026-W53","2026-12-28T00:00:00.000Z"]"#,
            ),
            (
                "notch-time",
                "e.step = 1; e.value = new Date('2026-05-14T07:30:05Z')",
                "[e.value, e.valueAsNumber, e.valueAsDate]",
                r#"["07:30:05",27005000,"1970-01-01T07:30:05.000Z"]"#,
            ),
            (
                "notch-switch",
                "e.checked = true; e.value = 'feeding'",
                "[e.checked, e.value, 'indeterminate' in e]",
                r#"[true,"feeding",false]"#,
            ),
            (
                "notch-checkbox",
                "e.indeterminate = true; e.readOnly = 1",
                "[e.checked, e.indeterminate, e.readOnly]",
                "[false,true,true]",
            ),
        ];
        for (tag, script, asked, right) in table {
            let found = format!(
                "JSON.stringify((() => {{ const e = document.createElement('{tag}'); {script}; return {asked}; }})())"
            );
            assert_eq!(page.get(&found).await, right, "{tag}: {script}");
        }
        // As numbers and dates, values are those of the native control, in both directions.
        let differences = "(() => {
            const of = { month: ['0001-01', '1969-12', '9999-12'], week: ['0050-W01', '0099-W53', '2026-W53'],
                date: ['0001-01-01', '2026-05-14'], time: ['00:00', '07:30:05.25'], 'date-time': ['0099-12-31T23:59', '2026-05-14T07:30'] };
            const found = [];
            for (const [kind, texts] of Object.entries(of)) for (const text of texts) {
                const one = document.createElement(`notch-${kind}`);
                const native = Object.assign(document.createElement('input'), { type: kind.replace('date-time', 'datetime-local'), step: 'any' });
                one.step = 'any';
                one.value = native.value = text;
                const read = [one.valueAsNumber === native.valueAsNumber];
                one.value = '';
                one.valueAsNumber = native.valueAsNumber;
                read.push(one.value === native.value);
                if ('valueAsDate' in one) {
                    read.push(+one.valueAsDate === +native.valueAsDate);
                    one.value = '';
                    one.valueAsDate = native.valueAsDate;
                    read.push(one.value === native.value);
                } else read.push(native.valueAsDate === null);
                if (read.includes(false)) found.push(`${kind} ${text}: ${read}`);
            }
            return found.join('; ');
        })()";
        assert_eq!(page.get(differences).await, "");
        // HTML's rule for boolean attributes, with a note for those who did not know it.
        let noted = "(() => { const warned = []; const { warn } = console; console.warn = (text) => warned.push(text);
            document.body.innerHTML = '<notch-stepper readonly=false></notch-stepper>'; console.warn = warn;
            return `${document.body.firstChild.matches(':state(readonly)')}: ${warned}`; })()";
        assert_eq!(
            page.get(noted).await,
            "true: <notch-stepper>: readonly=\"false\" turns it on, as in HTML: remove the attribute, or set the property to false"
        );
    });
}

#[test]
fn names_and_descriptions_follow_the_surroundings() {
    with_page(async |page| {
        page.show(
            "<label for=s>Mites <span hidden>secret</span><span style='display: none'>more</span> <img alt='per day' src='data:,'></label>
             <p id=help>Count for three days</p><p id=other>Wood</p>
             <notch-stepper id=s aria-describedby=help></notch-stepper><notch-date id=d title='When you were there'></notch-date>",
        )
        .await;
        let name = "(id) => document.getElementById(id).shadowRoot.querySelector('[data-focus]').getAttribute('aria-label')";
        let of = async |id: &str| page.get(&format!("({name})('{id}') ?? ''")).await;
        let described = async |id: &str| {
            page.get(&format!(
                "(() => {{ const root = document.getElementById('{id}').shadowRoot;
                    return (root.querySelector('[data-focus]').getAttribute('aria-describedby') ?? '').split(' ').filter(Boolean).map((id) => root.getElementById(id).textContent).join(' '); }})()"
            ))
            .await
        };
        assert_eq!(of("s").await, "Mites per day");
        assert_eq!(described("s").await, "Count for three days");
        assert_eq!(
            (of("d").await, described("d").await),
            ("When you were there".into(), String::new())
        );
        for (change, name) in [
            ("document.querySelector('label').append(' of all')", "Mites per day of all"),
            (
                "document.querySelector('label').firstChild.data = 'Fallen mites'",
                "Fallen mites per day of all",
            ),
            (
                "document.querySelector('#s').setAttribute('aria-labelledby', 'other help')",
                "Wood Count for three days",
            ),
            (
                "document.querySelector('#other').textContent = 'Stone'",
                "Stone Count for three days",
            ),
            (
                "document.querySelector('#s').removeAttribute('aria-labelledby')",
                "Fallen mites per day of all",
            ),
            ("document.querySelector('#s').ariaLabel = 'Own'", "Own"),
            (
                "document.querySelector('#s').removeAttribute('aria-label'); document.querySelector('label').remove()",
                "",
            ),
            (
                "document.body.prepend(Object.assign(document.createElement('label'), { htmlFor: 's', textContent: 'Later' }))",
                "Later",
            ),
            ("document.querySelector('label').htmlFor = 'd'", ""),
            (
                "document.body.insertAdjacentHTML('beforeend', '<p id=last><label for=s>Inside</label>')",
                "Inside",
            ),
            ("document.querySelector('#last').remove()", ""),
        ] {
            page.run(change).await;
            assert_eq!(of("s").await, name, "{change}");
        }
        assert_eq!(
            (of("d").await, described("d").await),
            ("Later".into(), "When you were there".into())
        );
        page.run("document.querySelector('#help').textContent = 'Count twice'").await;
        assert_eq!(described("s").await, "Count twice");
        // A problem is announced in addition.
        page.run("document.querySelector('#s').required = true; document.querySelector('#s').reportValidity()").await;
        assert_eq!(described("s").await, "Count twice A value is required.");
        for (tag, _) in EVERY.iter().map(|(start, ..)| start.split_once(' ').unwrap_or((start, "")))
        {
            let options = if ["select", "group", "item"].iter().any(|kind| tag.contains(kind)) {
                "<option>Oxalic</option>"
            } else {
                ""
            };
            page.show(&format!("<p id=why>{tag} it is</p><label for=it>It</label><{tag} id=it lang=en aria-describedby=why>{options}</{tag}>")).await;
            page.until("document.querySelector('#it').shadowRoot.querySelector('#about')?.textContent || document.querySelector('#it').matches('notch-slider, notch-rating, notch-switch, notch-checkbox')").await;
            let descriptions = page.descriptions("#it").await;
            assert!(descriptions.contains(&format!("{tag} it is")), "{tag}: {descriptions:?}");
        }
    });
}

#[test]
fn language_and_direction_follow_the_page() {
    with_page(async |page| {
        page.show("<main lang=en><section></section></main>").await;
        page.run(
            "const host = document.querySelector('section');
             host.attachShadow({ mode: 'open' }).innerHTML = '<notch-stepper value=12.5 step=0.5></notch-stepper><notch-slider value=10></notch-slider>';
             window.e = host.shadowRoot.querySelector('notch-stepper');
             window.slider = host.shadowRoot.querySelector('notch-slider');",
        )
        .await;
        let shown = "e.shadowRoot.querySelector('input').value";
        assert_eq!(page.get(shown).await, "12.5");
        let thumb = "slider.shadowRoot.querySelector('[part=thumb]').style.left";
        for (change, number, place) in [
            ("document.querySelector('main').lang = 'de'", "12,5", "10%"),
            ("document.querySelector('section').lang = 'ar-EG'", "١٢٫٥", "10%"),
            ("document.querySelector('section').dir = 'rtl'", "١٢٫٥", "90%"),
            ("document.querySelector('section').removeAttribute('lang')", "12,5", "90%"),
            (
                "document.querySelector('section').removeAttribute('dir'); document.documentElement.dir = 'rtl'",
                "12,5",
                "90%",
            ),
            (
                "document.documentElement.dir = ''; document.querySelector('main').removeAttribute('lang')",
                "12.5",
                "10%",
            ),
        ] {
            page.run(change).await;
            assert_eq!(page.get(shown).await, number, "{change}");
            assert_eq!(page.get(thumb).await, place, "{change}");
        }
    });
}

/// Components of a page often have shadow roots of their own.
#[test]
fn a_button_in_a_shadow_root_gets_the_focus_back() {
    with_page(async |page| {
        page.show("<section></section>").await;
        page.run(
            "window.root = document.querySelector('section').attachShadow({ mode: 'open' });
             root.innerHTML = '<button>Open</button> <notch-select><option>oa</option></notch-select> <notch-date></notch-date>';
             const [button, ...fields] = root.children;
             button.onclick = () => { for (const field of fields) if (field.matches(wanted)) field.showPicker(); };",
        )
        .await;
        for wanted in ["notch-select", "notch-date"] {
            page.run(&format!("window.wanted = '{wanted}'; root.querySelector('button').focus()"))
                .await;
            page.press(&[Key::Enter]).await;
            let open = format!("root.querySelector('{wanted}').open");
            assert_eq!(page.get(&open).await, "true", "{wanted}");
            page.press(&[Key::Escape]).await;
            assert_eq!(
                page.get(&format!("`${{{open}}} ${{root.activeElement.localName}}`")).await,
                "false button",
                "{wanted}"
            );
        }
    });
}

#[test]
fn a_copy_keeps_what_attributes_keep() {
    with_page(async |page| {
        page.show(&form("ltr")).await;
        let copied = "(() => {
            const copy = document.forms[0].cloneNode(true);
            document.body.append(copy);
            const data = (form) => new URLSearchParams(new FormData(form)).toString();
            return `${data(copy) === data(document.forms[0])} ${[...copy.querySelectorAll('[name]')].every((element) => element.matches(':state(ready)'))}`;
          })()";
        assert_eq!(page.get(copied).await, "true true");
        // A disabled copy is not focusable, although the original was.
        page.run("const copy = document.querySelector('notch-slider').cloneNode(); copy.id = 'copy'; copy.disabled = true; document.body.append(copy); copy.focus();").await;
        assert_ne!(page.get("document.activeElement.id").await, "copy");
        let reachable = "document.querySelector('#copy').shadowRoot.querySelector('[tabindex]')";
        assert_eq!(page.get(reachable).await, "null");
        // A disabled calendar that is part of the page has nothing to focus, and does not overflow.
        page.show("<notch-date id=it always-open disabled></notch-date>").await;
        let inside = "(() => {
            const it = document.querySelector('#it'), box = it.getBoundingClientRect(), grid = it.shadowRoot.querySelector('[part=page]').getBoundingClientRect();
            return `${it.shadowRoot.querySelectorAll('[tabindex=\"0\"], button:enabled, input:enabled').length} ${grid.right <= box.right + 0.5}`;
          })()";
        assert_eq!(page.get(inside).await, "0 true");
    });
}

#[test]
fn long_options_that_differ_at_their_ends_can_be_distinguished() {
    with_page(async |page| {
        let same =
            "A very long name of a colony that stands in the row below the old linden tree, number";
        page.show(&format!("<notch-select id=it style='inline-size: 16em'><option>{same} 1</option><option>{same} 2</option></notch-select>")).await;
        page.devtools(
            "Emulation.setDeviceMetricsOverride",
            json!({ "width": 320, "height": 640, "deviceScaleFactor": 1, "mobile": false }),
        )
        .await;
        page.run("document.querySelector('#it').showPicker()").await;
        let ends = "[...document.querySelector('#it').shadowRoot.querySelectorAll('.tail')].map((tail) => {
            const box = tail.getBoundingClientRect(); return `${tail.textContent.slice(-2)} ${box.right <= innerWidth}`; }).join(',')";
        assert_eq!(page.get(ends).await, " 1 true, 2 true");
    });
}

#[test]
fn only_the_drawing_of_an_icon_is_used() {
    with_page(async |page| {
        page.show(
            "<notch-rating max=1><svg viewBox='0 0 10 10' onload='window.ran = true' style='color: red'>
               <script>window.ran = true</script><foreignObject><img src=x onerror='window.ran = true'></foreignObject>
               <a href='javascript:window.ran = true'><path d='M0 0h1'/></a><image href='http://127.0.0.1:9/x.png'/>
               <use href='http://127.0.0.1:9/x.svg#a'/><path d='M1 1h8v8z' onclick='window.ran = true' fill='url(http://127.0.0.1:9/y)' stroke='url(#own)'/>
               <use href='#own'/></svg></notch-rating>",
        )
        .await;
        let taken = "document.querySelector('notch-rating').shadowRoot.querySelector('[part=icon-on]').innerHTML.replace(/\\s+/g, ' ')";
        assert_eq!(
            page.get(taken).await,
            r##"<svg viewBox="0 0 10 10"> <use></use><path d="M1 1h8v8z" stroke="url(#own)"></path> <use href="#own"></use></svg>"##
        );
    });
}
