//! The example server, asked as a browser would.

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
    let mut stream = TcpStream::connect(address).expect("a connection");
    let length = body.len();
    let head = format!(
        "{head} HTTP/1.1\r\nHost: {address}\r\nConnection: close\r\nContent-Length: {length}\r\n\r\n{body}"
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
    assert!(
        answer.starts_with("HTTP/1.1 200") && answer.contains("<code>weight</code></td><td>18.4")
    );
    let answer = ask(&address, "POST /", &body.replace("18.4", "18.44"));
    assert!(answer.starts_with("HTTP/1.1 422") && answer.contains("the nearest are 18.4 and 18.5"));
    let code = include_str!("../examples/serve.rs").lines().map(str::trim);
    let lines = code.filter(|line| !line.is_empty() && !line.starts_with("//")).count();
    assert!(lines < 60, "{lines} lines of code");
}
