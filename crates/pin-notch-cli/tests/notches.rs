//! `pin-notch notches`: its output is compared as it is shown.

use serde_json::Value as Json;
use std::process::{Command, Output};

fn notches(arguments: &str) -> Output {
    Command::new(env!("CARGO_BIN_EXE_pin-notch"))
        .arg("notches")
        .args(arguments.split_whitespace())
        .output()
        .expect("the command runs")
}

fn printed(arguments: &str) -> String {
    let output = notches(arguments);
    assert!(output.status.success(), "{arguments}: {}", String::from_utf8_lossy(&output.stderr));
    String::from_utf8(output.stdout).expect("UTF-8")
}

#[test]
fn the_ladder_of_twenties_is_drawn_and_explained() {
    assert_eq!(
        printed("--min 1 --max 100 --step 20 --at 37 --at 90"),
        "\
Notches from 1 to 100 by 20

  first  1
  last   81
  count  5
  notches
         1 21 41 61 81

  1           21           41           61           81          100
  ├────────────┼────────────┼────────────┼────────────┼···········┤
                         ▲                                  ▲
                        37                                 90

  value  lands on  index
     37        41      2
     90        81      4

  remarks
  - the maximum 100 is never reached: counted from 1 by 20, the last notch is 81

"
        .trim_end()
        .to_owned()
            + "\n"
    );
}

#[test]
fn values_outside_the_bounds_point_there() {
    let text = printed("--min 3 --max 17 --step 5 --base 0 --at -4 --at 99 --at 8");
    let scale: Vec<&str> = text.lines().skip(8).take(4).collect();
    assert_eq!(
        scale,
        [
            "  3        5                     10                     15       17",
            "  ├········┼──────────────────────┼──────────────────────┼········┤",
            "  ◀                      ▲                                        ▶",
            "  -4                     8                                       99",
        ]
    );
}

#[test]
fn endless_and_uncountable_definitions_say_so() {
    let endless = printed("--step 3 --at 7");
    assert!(
        endless.starts_with("Notches without minimum, without maximum, by 3, counted from 0\n")
    );
    assert!(endless.contains("count  endless"));
    let any = printed("--min -1 --max 1 --step any");
    assert!(any.contains("count  not countable: every value within the bounds is allowed"));
    let none = printed("--min 10 --max 0");
    assert!(none.contains("first  none") && none.contains("the maximum 0 is below the minimum 10"));
}

#[test]
fn json_says_the_same_with_every_number_as_a_string() {
    let json = |arguments: &str| -> Json {
        serde_json::from_str(&printed(&format!("{arguments} --json"))).expect("JSON")
    };
    assert_eq!(
        json("--min 1 --max 100 --step 20 --at 37 --at 90"),
        serde_json::json!({
            "count": "5",
            "first": "1",
            "last": "81",
            "notches": ["1", "21", "41", "61", "81"],
            "at": [
                { "value": "37", "snapped": "41", "index": "2" },
                { "value": "90", "snapped": "81", "index": "4" },
            ],
            "remarks": ["the maximum 100 is never reached: counted from 1 by 20, the last notch is 81"],
        })
    );
    let long = json("--min 0 --max 1e20 --step 0.00000001 --at 0.300000004");
    assert_eq!(long["count"], "10000000000000000000000000001");
    assert_eq!(long["notches"].as_array().map(Vec::len), Some(100), "cut at the limit");
    assert_eq!(long["at"][0]["snapped"], "0.3");
    let open = json("--min 0 --step any --at 2.5");
    assert_eq!(
        (&open["count"], &open["last"], &open["at"][0]["index"]),
        (&Json::Null, &Json::Null, &Json::Null)
    );
    assert_eq!(json("--min 0 --max 9 --limit 3")["notches"], serde_json::json!(["0", "1", "2"]));
}

#[test]
fn bad_input_is_one_clear_line_and_exit_code_two() {
    let table = [
        ("--step 0", "pin-notch: step 0 is not allowed: it must be above 0, or \"any\"\n"),
        (
            "--min abc",
            "pin-notch: --min: \"abc\" is not a number; write it like 12, -0.5 or 2.5e3\n",
        ),
        ("--at 1,5", "pin-notch: --at: \"1,5\" is not a number; write it like 12, -0.5 or 2.5e3\n"),
        (
            "--max 1e40",
            "pin-notch: --max: \"1e40\" has more digits than a number can hold; give at most 28\n",
        ),
        (
            "--limit -1",
            "pin-notch: invalid value '-1' for '--limit <COUNT>': invalid digit found in string (see pin-notch --help)\n",
        ),
        ("--bogus", "pin-notch: unexpected argument '--bogus' found (see pin-notch --help)\n"),
        (
            "--stap 1",
            "pin-notch: unexpected argument '--stap' found; a similar argument exists: '--step' \
             (see pin-notch --help)\n",
        ),
        (
            "--max 1e25 --step 1e-9",
            "pin-notch: max 10000000000000000000000000 cannot be counted to 9 decimal places, which another \
             part needs: a number can hold 28 digits in all; give fewer digits before or after the point\n",
        ),
    ];
    for (arguments, line) in table {
        let output = notches(arguments);
        assert_eq!(output.status.code(), Some(2), "{arguments}");
        assert_eq!(String::from_utf8_lossy(&output.stderr), line, "{arguments}");
        assert!(output.stdout.is_empty(), "{arguments}");
    }
}
