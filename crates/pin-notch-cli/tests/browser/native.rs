//! Elements compared with native controls with the same attributes: both step and validate alike.

use crate::support::with_page;

/// Random attributes and values of the kinds that HTML also has, with a fixed seed.
const DRAWN: &str = "
    let seed = 7;
    const below = (most) => (seed = (seed * 1103515245 + 12345) & 0x7fffffff, (seed >> 8) % most);
    const one = (all) => all[below(all.length)];
    const two = (number) => String(number).padStart(2, '0');
    const number = () => one(['0', '1', '-3', '2.5', '10', '0.1', '-0.5', '100', '7', '33.3', '1e2', '99.99', '0.30', '1.05']);
    const day = () => `${one([1969, 1970, 2024, 2026])}-${two(1 + below(12))}-${two(1 + below(28))}`;
    const time = () => `${two(below(24))}:${two(below(60))}`;
    const kinds = [
      ['number', 'notch-stepper', number, [null, '1', '2', '0.1', '0.25', '3', '10', '-1', 'x']],
      ['date', 'notch-date', day, [null, '1', '2', '7', '3']],
      ['month', 'notch-month', () => day().slice(0, 7), [null, '1', '2', '3']],
      ['week', 'notch-week', () => `${one([1970, 2020, 2026])}-W${two(1 + below(52))}`, [null, '1', '2']],
      ['time', 'notch-time', time, [null, '60', '900', '1800', '3600']],
      ['datetime-local', 'notch-date-time', () => `${day()}T${time()}`, [null, '60', '900']],
    ];
    const both = (type, tag, given) => {
      const pair = [document.createElement('input'), document.createElement(tag)];
      pair[0].type = type;
      for (const [name, value] of Object.entries(given)) for (const it of pair) it.setAttribute(name, value);
      document.body.replaceChildren(...pair);
      return pair;
    };
    const drawn = (value, steps) => {
      const given = {}, step = one(steps);
      if (below(2)) given.min = value();
      if (below(2)) given.max = value();
      if (step !== null) given.step = step;
      return given;
    };
    const found = [];
    let compared = 0;";

#[test]
fn elements_step_as_the_browsers_own_controls_do() {
    with_page(async |page| {
        // Only from allowed values. From other values and from empty ones, the standard only steps to the
        // next allowed value and never in the wrong direction, but this browser does not follow it.
        let found = page
            .run(&format!(
                "{DRAWN}
                for (const [type, tag, value, steps] of kinds) for (let round = 0; round < 500; round++) {{
                  const [own, ours] = both(type, tag, {{ ...drawn(value, steps), value: value() }});
                  if (!own.validity.valid) continue;
                  const before = own.value, by = one([1, -1, 2, 5, -3, 10]);
                  for (const it of [own, ours]) by > 0 ? it.stepUp(by) : it.stepDown(-by);
                  compared++;
                  const same = type === 'number' ? Number(own.value) === Number(ours.value) : own.value === ours.value;
                  if (!same) found.push(`${{own.outerHTML}} ${{before}} by ${{by}}: ${{own.value}}, ours ${{ours.value}}`);
                }}
                return compared > 1000 ? found.join('\\n') : `only ${{compared}} compared`;"
            ))
            .await;
        assert_eq!(found, "");
    });
}

#[test]
fn typed_text_is_validated_like_in_the_browser() {
    with_page(async |page| {
        let found = page
            .run(&format!(
                "{DRAWN}
                const states = ['rangeUnderflow', 'rangeOverflow', 'stepMismatch', 'badInput', 'valueMissing'];
                const wrong = (it) => states.filter((state) => it.validity[state]).join();
                for (const [type, tag, value, steps] of kinds.slice(0, 2)) for (let round = 0; round < 600; round++) {{
                  const given = drawn(value, [...steps, 'any']);
                  if (!below(3)) given.required = '';
                  const [own, ours] = both(type, tag, given), text = below(8) ? value() : '';
                  const field = ours.shadowRoot.querySelector('input');
                  own.value = field.value = text;
                  field.dispatchEvent(new InputEvent('input', {{ bubbles: true, composed: true }}));
                  compared += wrong(own) !== '';
                  if (wrong(own) !== wrong(ours)) found.push(`${{own.outerHTML}} ${{text}}: ${{wrong(own)}}, ours ${{wrong(ours)}}`);
                }}
                return compared > 300 ? found.join('\\n') : `only ${{compared}} are wrong`;"
            ))
            .await;
        assert_eq!(found, "");
    });
}
