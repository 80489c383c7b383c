//! What an operator sees: figures on a listener of their own, and nothing of anybody in them.

use patient_sparrow::Settings;
use reqwest::StatusCode;
use serde_json::{Value, json};
use sparrow_server_tests::running::{Place, Starting, program};
use sparrow_server_tests::{PASSWORD, Person, served_as};
use std::net::TcpListener;

#[tokio::test(flavor = "multi_thread")]
async fn requests_are_counted_by_route_on_another_port_and_nobody_is_named() {
    let free = TcpListener::bind("127.0.0.1:0").and_then(|listener| listener.local_addr()).expect("a port");
    let served = served_as(Settings { metrics: Some(free), ..Settings::demo(None) }).await;
    let owner = served.enters("quillet-lane").await;
    let wren = served.signs_up("Wren of the hedge").await;
    let garden = owner.garden().await;
    for _ in 0..3 {
        assert_eq!(owner.gets(&format!("/gardens/{garden}")).await.status(), StatusCode::OK);
    }
    assert_eq!(wren.gets(&format!("/gardens/{garden}")).await.status(), StatusCode::NOT_FOUND);
    let secret = wren.client.get(format!("{}/calendar/0123456789abcdef.ics", served.address())).send().await.expect("an answer");
    assert_eq!(secret.status(), StatusCode::NOT_FOUND);
    let odd = reqwest::Method::from_bytes(b"WRENS").expect("a method");
    wren.client.request(odd, format!("{}/anything", served.address())).send().await.expect("an answer");

    let told = wren.client.get(format!("http://{free}/metrics")).send().await.expect("an answer").text().await.expect("text");
    let route = "/api/v1/gardens/{garden}";
    for line in [
        format!(r#"sparrow_requests_total{{method="GET",route="{route}",status="200"}} 3"#),
        format!(r#"sparrow_requests_total{{method="GET",route="{route}",status="404"}} 1"#),
        r#"sparrow_requests_total{method="POST",route="/api/v1/accounts",status="201"} 1"#.into(),
        r#"sparrow_requests_total{method="GET",route="/calendar/{token}.ics",status="404"} 1"#.into(),
        format!(r#"sparrow_request_seconds_count{{route="{route}"}} 4"#),
        "sparrow_reckonings_waiting 0".into(),
        "sparrow_searches 0".into(),
        "sparrow_last_backup_timestamp_seconds 0".into(),
    ] {
        assert!(told.lines().any(|one| one == line), "{line} is not in\n{told}");
    }
    for name in ["sparrow_database_connections ", "process_resident_memory_bytes "] {
        let value = told.lines().find_map(|line| line.strip_prefix(name)).and_then(|value| value.parse::<f64>().ok());
        assert!(value.is_some_and(|value| value >= 1.0), "{name}{value:?}");
    }
    for private in ["Wren", "WRENS", "quillet", "0123456789abcdef", "127.0.0.1"] {
        assert!(!told.contains(private), "{private} is in\n{told}");
    }
    // Where the garden is served they are not.
    let there =
        wren.client.get(format!("{}/metrics", served.address())).send().await.expect("an answer").text().await.expect("text");
    assert!(!there.contains("sparrow_requests_total"));
}

#[tokio::test(flavor = "multi_thread")]
async fn the_log_is_objects_with_a_number_for_each_request_and_nothing_of_anybody() {
    let place = Place::made();
    let log = std::env::temp_dir().join(format!("sparrow-log-{}", std::process::id()));
    let mut program = program(&["--data", place.as_str(), "--port", "0", "--log", "json"]);
    program.env("RUST_LOG", "info").stderr(std::fs::File::create(&log).expect("made"));
    let running = Starting::of(program).begun();
    let wren = Person {
        client: reqwest::Client::builder().cookie_store(true).user_agent("Hedge/1").build().expect("a client"),
        address: running.address.clone(),
    };
    let signed = wren.posts("/accounts", json!({ "name": "Wren of the hedge", "password": PASSWORD })).await;
    assert_eq!(signed.status(), StatusCode::CREATED);
    let site = json!({ "site": { "name": "Thorn Lane", "place": "Thornham", "latitude": 51.5, "units": "metric", "north": 0 } });
    wren.posts("/gardens", site).await;
    wren.gets("/towns?name=Thornham").await;
    wren.client.get(format!("{}/calendar/0123456789abcdef.ics", running.address)).send().await.expect("an answer");
    running.stops();

    let text = std::fs::read_to_string(&log).expect("it is there");
    std::fs::remove_file(&log).expect("removed");
    let lines: Vec<Value> = text.lines().map(|line| serde_json::from_str(line).expect("an object a line")).collect();
    let answered: Vec<&Value> = lines.iter().filter(|line| line["message"] == "answered").collect();
    let routes: Vec<&str> = answered.iter().filter_map(|line| line["span"]["route"].as_str()).collect();
    for route in ["/api/v1/accounts", "/api/v1/towns", "/calendar/{token}.ics"] {
        assert!(routes.contains(&route), "{route} is not in {routes:?}");
    }
    let mut numbers: Vec<&str> = answered.iter().filter_map(|line| line["span"]["id"].as_str()).collect();
    numbers.sort_unstable();
    numbers.dedup();
    assert_eq!(numbers.len(), answered.len(), "each has a number of its own");
    for private in ["Wren", "Thorn", "Hedge", "51.5", "0123456789abcdef", PASSWORD] {
        assert!(!text.contains(private), "{private} is in\n{text}");
    }
}
