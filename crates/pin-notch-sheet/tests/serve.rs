//! The example server, with requests like those of a browser.

use std::io::{BufRead, BufReader, Read, Write};
use std::net::TcpStream;
use std::process::{Child, Command, Stdio};

struct Server(Child);

impl Drop for Server {
    fn drop(&mut self) {
        let _ = self.0.kill();
        let _ = self.0.wait();
    }
}

fn ask(address: &str, head: &str, body: &str) -> String {
    ask_with(address, head, &format!("Host: {address}\r\n"), body)
}

fn ask_with(address: &str, head: &str, fields: &str, body: &str) -> String {
    let mut stream = TcpStream::connect(address).expect("a connection");
    let length = body.len();
    let head = format!(
        "{head} HTTP/1.1\r\n{fields}Connection: close\r\nContent-Length: {length}\r\n\r\n{body}"
    );
    stream.write_all(head.as_bytes()).expect("a sent request");
    let mut answer = Vec::new();
    stream.read_to_end(&mut answer).expect("an answer");
    String::from_utf8_lossy(&answer).into_owned()
}

#[test]
fn a_server_of_a_few_lines_shows_the_form_and_accepts_by_the_same_rules() {
    let test = std::env::current_exe().expect("this test");
    let profile = test.ancestors().nth(2).expect("target/PROFILE/deps/TEST");
    let example = profile.join("examples/serve").with_extension(std::env::consts::EXE_EXTENSION);
    let mut command = Command::new(example);
    command.current_dir(concat!(env!("CARGO_MANIFEST_DIR"), "/../..")).stdout(Stdio::piped());
    let mut child = command.spawn().expect("the example runs");
    let out = child.stdout.take().expect("a piped output");
    let _server = Server(child);
    let mut line = String::new();
    BufReader::new(out).read_line(&mut line).expect("its address");
    let address = line.trim().trim_start_matches("http://").trim_end_matches('/').to_owned();

    let page = ask(&address, "GET /", "");
    assert!(page.starts_with("HTTP/1.1 200") && page.contains("<notch-slider id=\"weight\""));
    let body = "visited=2026-05-14&weight=18.4&outside=12.5&temper=4&stores=0";
    let answer = ask(&address, "POST /", body);
    assert!(answer.starts_with("HTTP/1.1 200") && answer.contains("Hive weight</th><td>18.4 kg"));
    let answer = ask(&address, "POST /", &body.replace("18.4", "18.44"));
    assert!(answer.starts_with("HTTP/1.1 422") && answer.contains("the nearest are 18.4 and 18.5"));
    // A program that accepts JSON gets the values, or their problems with pointers.
    let takes = |fields: &str, body: &str| {
        ask_with(
            &address,
            "POST /",
            &format!("Host: {address}\r\nAccept: application/json\r\n{fields}"),
            body,
        )
    };
    let answer = takes("", body);
    assert!(answer.starts_with("HTTP/1.1 200") && answer.contains("\"weight\":18.4"), "{answer}");
    let json = "Content-Type: application/json\r\n";
    let answer = takes(json, r#"{"visited":"2026-05-14","weight":99,"outside":[1,2],"temper":4}"#);
    assert!(
        answer.starts_with("HTTP/1.1 422") && answer.contains("application/problem+json"),
        "{answer}"
    );
    assert!(answer.contains("\"pointer\":\"#/weight\""), "{answer}");

    // What its layers reject: other host names, pages of other origins, long bodies.
    let named = |host: &str, origin: &str| {
        ask_with(&address, "POST /", &format!("Host: {host}\r\nOrigin: {origin}\r\n"), body)
    };
    let own = format!("http://{address}");
    assert!(named(&address, &own).starts_with("HTTP/1.1 200"));
    assert!(named(&address, "http://elsewhere.example").starts_with("HTTP/1.1 403"));
    assert!(named(&address, "null").starts_with("HTTP/1.1 403"));
    assert!(named("elsewhere.example", &own).starts_with("HTTP/1.1 403"));
    assert!(ask(&address, "POST /", &"a".repeat(20_000)).starts_with("HTTP/1.1 413"));
    assert!(page.to_lowercase().contains("x-content-type-options: nosniff"));
    let slow = format!("Host: {address}\r\nContent-Length: 9\r\n");
    assert!(
        ask_with(&address, "POST /", &slow, "").starts_with("HTTP/1.1 4"),
        "it is not waited for"
    );

    let code = include_str!("../examples/serve.rs").lines().map(str::trim);
    let lines = code.filter(|line| !line.is_empty() && !line.starts_with("//")).count();
    assert!(lines < 110, "{lines} lines of code");
}
