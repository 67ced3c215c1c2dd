//! The contrast of the controls' colours, by WCAG 2.2's [contrast
//! ratio](https://www.w3.org/TR/WCAG22/#dfn-contrast-ratio).

use pin_notch_html::shapes::colour;

/// A colour's [relative luminance](https://www.w3.org/TR/WCAG22/#dfn-relative-luminance).
fn luminance(colour: &str) -> f64 {
    let channel = |at: usize| {
        let byte = u8::from_str_radix(&colour[at..at + 2], 16).expect("two digits");
        let share = f64::from(byte) / 255.0;
        if share <= 0.04045 { share / 12.92 } else { ((share + 0.055) / 1.055).powf(2.4) }
    };
    0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5)
}

#[test]
fn texts_and_parts_stand_out_in_both_themes() {
    // Also against the backgrounds of the demo and of sheets.
    for (dark, page) in [(false, "#f6f1e7"), (true, "#171511")] {
        let of = |name| colour(name, dark).expect("a colour of the style sheet");
        let ground = of("ground");
        for behind in [ground, page] {
            for (front, least) in [("text", 7.0), ("quiet", 4.5), ("accent", 4.5), ("problem", 4.5)]
            {
                let (one, other) = (luminance(of(front)), luminance(behind));
                let ratio = (one.max(other) + 0.05) / (one.min(other) + 0.05);
                assert!(ratio >= least, "{front} on {behind}: {ratio:.2}, not {least}");
            }
        }
    }
}
