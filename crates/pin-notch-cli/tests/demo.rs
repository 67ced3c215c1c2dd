//! `pin-notch demo` at its socket: what it serves, what it refuses, and how it stops.

use std::io::{BufRead, BufReader, Read, Write};
use std::net::TcpStream;
use std::process::{Child, Command, Stdio};

struct Demo {
    child: Child,
    out: BufReader<std::process::ChildStdout>,
    address: String,
    /// Where its form is sent.
    action: &'static str,
}

impl Drop for Demo {
    fn drop(&mut self) {
        let _ = self.child.kill();
        let _ = self.child.wait();
    }
}

fn demo() -> Demo {
    demo_of(&[])
}

fn demo_of(arguments: &[&str]) -> Demo {
    let mut child = Command::new(env!("CARGO_BIN_EXE_pin-notch"))
        .arg("demo")
        .args(arguments)
        .stdout(Stdio::piped())
        .spawn()
        .expect("the command runs");
    let mut out = BufReader::new(child.stdout.take().expect("a piped output"));
    let mut line = String::new();
    out.read_line(&mut line).expect("a line");
    let address = line.split("http://").nth(1).and_then(|rest| rest.split('/').next());
    let address = address.unwrap_or_else(|| panic!("no address in {line:?}")).to_owned();
    assert!(address.starts_with("127.0.0.1:"), "{address}");
    Demo { child, out, address, action: "/inspection" }
}

impl Demo {
    /// Sends a raw request and returns the status and the rest of the response.
    fn send(&self, head: &str, body: &[u8]) -> (u16, String) {
        let answer = String::from_utf8_lossy(&self.exchange(head, body)).into_owned();
        let status = answer.split(' ').nth(1).and_then(|code| code.parse().ok());
        (status.unwrap_or_else(|| panic!("no status in {answer:?}")), answer)
    }

    /// Sends a raw request and returns the whole response.
    fn exchange(&self, head: &str, body: &[u8]) -> Vec<u8> {
        let head = format!("{head}\r\nHost: {}\r\nConnection: close\r\n\r\n", self.address);
        self.exchange_raw(&head, body)
    }

    fn exchange_raw(&self, head: &str, body: &[u8]) -> Vec<u8> {
        let mut stream = TcpStream::connect(&self.address).expect("a connection");
        stream.set_read_timeout(Some(std::time::Duration::from_secs(20))).expect("a time limit");
        stream.write_all(head.as_bytes()).expect("a sent head");
        // A server that refuses a long body may stop reading before its end.
        let _ = stream.write_all(body);
        let mut answer = Vec::new();
        let _ = stream.read_to_end(&mut answer);
        answer
    }

    fn post(&self, body: &[u8]) -> (u16, String) {
        let kind = "application/x-www-form-urlencoded";
        let length = body.len();
        self.send(
            &format!(
                "POST {} HTTP/1.1\r\nContent-Type: {kind}\r\nContent-Length: {length}",
                self.action
            ),
            body,
        )
    }
}

#[test]
fn the_web_files_are_served_compressed_if_accepted() {
    let demo = demo();
    let get = |name: &str, accepts: &str| {
        let answer =
            demo.exchange(&format!("GET /{name} HTTP/1.1\r\nAccept-Encoding: {accepts}"), b"");
        let end = answer.windows(4).position(|four| four == b"\r\n\r\n").expect("a head");
        let head = String::from_utf8_lossy(&answer[..end]).to_lowercase();
        (head.contains("content-encoding: gzip"), answer[end + 4..].to_vec())
    };
    // The current sizes are the limits; the targets are 115,000 and 130,000 bytes by `gzip -9`.
    for (of, most) in [("pin-notch", 158_500), ("pin-notch-form", 243_700)] {
        let mut total = 0;
        for name in ["js", "wasm"].map(|ending| format!("{of}.{ending}")) {
            let name = name.as_str();
            let (compressed, short) = get(name, "br, GZIP");
            let (as_it_is, plain) = get(name, "identity, gzip;q=0");
            assert!(compressed && !as_it_is, "{name}");
            let mut long = Vec::new();
            flate2::read::GzDecoder::new(&*short).read_to_end(&mut long).expect("a gzip file");
            assert!(long == plain, "{name} is the same either way");
            total += short.len();
        }
        assert!(total <= most, "all that a page with {of} loads takes {total} bytes");
    }
}

#[test]
fn anyones_sheet_is_served_and_follows_its_file() {
    let folder = std::env::temp_dir().join(format!("pin-notch-demo-{}", std::process::id()));
    std::fs::create_dir_all(&folder).expect("a folder");
    let path = folder.join("form.toml");
    let sheet = |label: &str, control: &str| {
        let text = format!(
            "title = 'Box & frames'\n[[field]]\nname = 'mites'\ncontrol = '{control}'\nlabel = '{label}'\nmax = 300\n"
        );
        std::fs::write(&path, text).expect("a written sheet");
    };
    sheet("Mites", "slyder");
    let refused = Command::new(env!("CARGO_BIN_EXE_pin-notch"))
        .args(["demo", path.to_str().expect("a name")])
        .output()
        .expect("the command runs");
    assert_eq!(refused.status.code(), Some(2), "what is wrong from the start is not served");

    sheet("Mites", "stepper");
    let mut demo = demo_of(&[path.to_str().expect("a name")]);
    demo.action = "/";
    let get = |path: &str| demo.send(&format!("GET {path} HTTP/1.1"), b"");
    let (status, page) = get("/");
    assert_eq!(status, 200);
    assert!(page.contains("<title>Box &amp; frames</title>") && page.contains(">Mites</label>"));
    let (status, page) = demo.post(b"mites=301");
    assert_eq!(status, 422);
    assert!(page.contains("<a href=\"#mites\">Mites: The value must be 300 or less. (received &quot;301&quot;)</a>"), "{page}");
    assert!(
        page.contains("entered=\"301\"") && page.contains("value=\"301\""),
        "what was entered is there again: {page}"
    );
    let (status, page) = demo.post(b"mites=12");
    assert_eq!((status, page.contains("Mites</th><td>12</td>")), (200, true));

    let version = get("/version").1;
    sheet("Varroa", "stepper");
    assert_ne!(get("/version").1, version, "the page knows that it has to be loaded anew");
    assert!(get("/").1.contains(">Varroa</label>"));
    sheet("Varroa", "steper");
    let (status, page) = get("/");
    assert_eq!(status, 500);
    assert!(page.contains("did you mean &quot;stepper&quot;?"), "{page}");
    sheet("Mites", "stepper");
    assert_eq!(get("/").0, 200, "mended, it is served again");
}

#[test]
fn posts_are_rechecked_by_the_core() {
    let demo = demo();
    let (status, page) =
        demo.post(b"visited=2026-05-14&weight=12.5&outside=-3&mites=0&temper=0.5&feeder=on&stores=0&hive=%3Cb%3E&seen=queen&seen=eggs");
    assert_eq!(status, 200);
    assert!(page.contains("<td><code>weight</code></td><td>12.5</td>"), "{page}");
    assert!(page.contains("<td><code>brood</code></td><td>empty</td>"));
    assert!(page.contains("<td><code>seen</code></td><td>queen + eggs</td>"));
    assert!(page.contains("Ignored, because no control has that name: hive."));

    let tampered: [(&[u8], &str); 8] = [
        (
            b"visited=2026-05-14&weight=400&outside=0&mites=0&temper=1&stores=0",
            "Hive weight: The value must be 40 or less. (received &quot;400&quot;)",
        ),
        (
            b"visited=2026-05-14&weight=0.05&outside=0&mites=0&temper=1&stores=0",
            "the nearest are 0 and 0.1",
        ),
        (b"visited=2026-05-14&weight=1&outside=0&mites=0&stores=0", "Temper: A value is required."),
        (
            b"visited=2026-05-14&weight=1&weight=2&outside=0&mites=0&temper=1&stores=0",
            "Hive weight: This was sent 2 times; send it once.",
        ),
        (
            b"visited=2026-05-14&weight=%3Cscript%3E&outside=0&mites=0&temper=1&stores=0",
            "&quot;&lt;script&gt;&quot; is not a number",
        ),
        (b"\xff\xfe%ff%00&&&===&weight", "Hive weight: A value is required."),
        (
            b"visited=2026-05-17&weight=1&outside=0&mites=0&temper=1&stores=0",
            "Visited: The apiary rests on Sundays.",
        ),
        (
            b"visited=2026-05-14&weight=1&outside=0&mites=12&temper=1&stores=0",
            "With ten mites or more, choose a treatment.",
        ),
    ];
    for (body, problem) in tampered {
        let (status, page) = demo.post(body);
        assert_eq!(status, 422, "{}", String::from_utf8_lossy(body));
        assert!(page.contains(problem), "{problem} in {page}");
        assert!(!page.contains("<script>"), "nothing that was sent is markup");
    }
}

#[test]
fn bodies_that_are_too_long_or_of_another_type_are_refused_with_a_message() {
    let demo = demo();
    let (status, page) = demo.post(&b"weight=1&".repeat(2000));
    assert_eq!(status, 413);
    assert!(page.contains("What was sent is longer than 16384 bytes."), "{page}");
    // A declared length that is never sent.
    let (status, _) = demo.send(
        "POST /inspection HTTP/1.1\r\nContent-Type: application/x-www-form-urlencoded\r\nContent-Length: 99999999",
        b"weight=1",
    );
    assert_eq!(status, 413);
    let json = "POST /inspection HTTP/1.1\r\nContent-Type: application/json\r\nContent-Length: 2";
    assert_eq!(demo.send(json, b"{}").0, 415);
    assert_eq!(demo.send("GET /inspection HTTP/1.1", b"").0, 405);
    assert_eq!(demo.send("GET /nowhere HTTP/1.1", b"").0, 404);
    assert_eq!(demo.send("GET / HTTP/1.1", b"").0, 200, "and it still serves");
}

#[test]
fn only_its_own_pages_are_answered() {
    let demo = demo();
    let port = demo.address.rsplit(':').next().expect("a port");
    let status = |head: String| {
        let answer = demo.exchange_raw(&format!("{head}\r\nConnection: close\r\n\r\n"), b"");
        let text = String::from_utf8_lossy(&answer).into_owned();
        assert!(text.contains("x-content-type-options: nosniff"), "{text}");
        text.split(' ').nth(1).unwrap_or_default().to_owned()
    };
    for (host, right) in [
        (demo.address.clone(), "200"),
        (format!("localhost:{port}"), "200"),
        (format!("LOCALHOST:{port}"), "200"),
        ("127.0.0.1".to_owned(), "200"),
        (format!("[::1]:{port}"), "200"),
        (format!("hives.example:{port}"), "421"),
        (format!("127.0.0.1.hives.example:{port}"), "421"),
        (format!("localhost@hives.example:{port}"), "421"),
        (String::new(), "421"),
    ] {
        assert_eq!(status(format!("GET / HTTP/1.1\r\nHost: {host}")), right, "{host:?}");
    }
    let own = format!("http://{}", demo.address);
    for (headers, right) in [
        (format!("\r\nOrigin: {own}"), "422"),
        ("\r\nSec-Fetch-Site: same-origin".to_owned(), "422"),
        ("\r\nOrigin: http://hives.example".to_owned(), "403"),
        (format!("\r\nOrigin: http://localhost:{port}"), "403"),
        ("\r\nOrigin: null".to_owned(), "403"),
        ("\r\nSec-Fetch-Site: cross-site".to_owned(), "403"),
        ("\r\nSec-Fetch-Site: same-site".to_owned(), "403"),
        (String::new(), "422"),
    ] {
        let head = format!(
            "POST /inspection HTTP/1.1\r\nHost: {}\r\nContent-Type: application/x-www-form-urlencoded\r\nContent-Length: 0{headers}",
            demo.address
        );
        assert_eq!(status(head), right, "{headers}");
    }
}

#[test]
fn slow_clients_time_out() {
    let demo = demo();
    let begun = std::time::Instant::now();
    let mut slow: Vec<TcpStream> = (0..50)
        .map(|_| {
            let mut stream = TcpStream::connect(&demo.address).expect("a connection");
            stream.write_all(b"GET / HTTP/1.1\r\nHost: ").expect("a sent beginning");
            stream
        })
        .collect();
    assert_eq!(demo.send("GET / HTTP/1.1", b"").0, 200, "others are served meanwhile");
    for stream in &mut slow {
        stream.set_read_timeout(Some(std::time::Duration::from_secs(30))).expect("a time limit");
        let mut rest = Vec::new();
        let _ = stream.read_to_end(&mut rest);
    }
    assert!(begun.elapsed().as_secs() < 25, "they were let go after {:?}", begun.elapsed());
}

#[cfg(unix)]
#[test]
fn a_sheet_replaced_by_a_pipe_blocks_nobody() {
    let folder = std::path::PathBuf::from(env!("CARGO_TARGET_TMPDIR")).join("pipes");
    std::fs::create_dir_all(&folder).expect("a folder");
    let path = folder.join("sheet.toml");
    let _ = std::fs::remove_file(&path);
    std::fs::write(&path, "[[field]]\nname = 'a'\ncontrol = 'slider'\nlabel = 'A'\n")
        .expect("a sheet");
    let demo = demo_of(&[path.to_str().expect("a path")]);
    assert_eq!(demo.send("GET / HTTP/1.1", b"").0, 200);
    std::fs::remove_file(&path).expect("it goes");
    let (status, page) = demo.send("GET / HTTP/1.1", b"");
    assert!(status == 500 && page.contains("This sheet cannot be read"), "{page}");
    let made = Command::new("mkfifo").arg(&path).status();
    assert!(made.expect("mkfifo runs").success());
    for what in ["/", "/version", "/reload.js"] {
        let (status, _) = demo.send(&format!("GET {what} HTTP/1.1"), b"");
        assert!([200, 500].contains(&status), "{what}: {status}");
    }
    // Nor is it started with one.
    let begun = Command::new(env!("CARGO_BIN_EXE_pin-notch")).arg("demo").arg(&path).output();
    assert_eq!(begun.expect("the command runs").status.code(), Some(2));
}

#[test]
fn it_stops_cleanly_when_interrupted() {
    let mut demo = demo();
    let idle = TcpStream::connect(&demo.address).expect("a connection that nobody uses");
    let interrupt = Command::new("kill").args(["-INT", &demo.child.id().to_string()]).status();
    assert!(interrupt.expect("kill runs").success());
    let status = demo.child.wait().expect("it ends");
    assert_eq!(status.code(), Some(0));
    let mut rest = String::new();
    demo.out.read_to_string(&mut rest).expect("its last words");
    assert_eq!(rest, "Stopped.\n");
    drop(idle);
}

#[test]
fn a_port_that_is_taken_is_one_clear_line() {
    let first = demo();
    let port = first.address.rsplit(':').next().expect("a port");
    let second =
        Command::new(env!("CARGO_BIN_EXE_pin-notch")).args(["demo", "--port", port]).output();
    let second = second.expect("the command runs");
    assert_eq!(second.status.code(), Some(1));
    let line = String::from_utf8_lossy(&second.stderr).into_owned();
    assert!(line.starts_with(&format!("pin-notch: cannot listen on 127.0.0.1:{port}: ")), "{line}");
    assert_eq!(line.lines().count(), 1);
}
