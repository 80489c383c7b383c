//! The doors: signing up and in, wrong passwords, sessions that end, links that work once, and requests no page of ours sends.

use futures_util::future::join_all;
use patient_sparrow::{Limits, Registration, Settings};
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use sparrow_server_tests::{PASSWORD, Person, Served, problem, served, served_as};
use sparrow_store::{Measure, fresh};
use std::time::{Duration, Instant};

async fn me(person: &Person) -> Value {
    person.gets("/session").await.json::<Value>().await.expect("JSON")["me"]["name"].clone()
}

async fn signs_in(served: &Served, name: &str, password: &str) -> u16 {
    served.stranger().posts("/session", json!({ "name": name, "password": password })).await.status().as_u16()
}

#[tokio::test(flavor = "multi_thread")]
async fn signing_up_in_and_out_is_told_in_plain_words_and_a_copied_cookie_ends_with_its_session() {
    let served = served().await;
    let person = served.stranger();
    let (status, detail) = problem(person.posts("/accounts", json!({ "name": "Wren", "password": "short" })).await).await;
    assert_eq!((status, detail.as_str()), (422, "the password has 5 letters; it wants 8 to 200"));
    let answer = person.posts("/accounts", json!({ "name": "W\u{200b}ren", "password": PASSWORD })).await;
    assert_eq!(answer.status(), StatusCode::CREATED);
    let cookie =
        answer.headers().get_all("set-cookie").iter().map(|value| value.to_str().expect("ASCII").to_string()).collect::<Vec<_>>();
    assert!(
        cookie.iter().all(|one| one.contains("HttpOnly") && one.contains("SameSite=Strict") && one.contains("Path=/")),
        "{cookie:?}"
    );
    assert_eq!(me(&person).await, "Wren");
    let (status, detail) =
        problem(served.stranger().posts("/accounts", json!({ "name": "wren", "password": PASSWORD })).await).await;
    assert_eq!((status, detail.as_str()), (409, "the name wren is taken; choose another"));

    let copied = cookie.iter().find(|one| one.starts_with("sparrow=")).and_then(|one| one.split(';').next()).expect("a cookie");
    let with_copy = async || {
        let request = reqwest::Client::new().get(format!("{}/api/v1/gardens", served.address())).header("Cookie", copied);
        request.send().await.expect("an answer").status()
    };
    assert_eq!(with_copy().await, StatusCode::OK, "the premise: the copy opens the session");
    assert_eq!(person.deletes("/session").await.status(), StatusCode::NO_CONTENT);
    assert_eq!(me(&person).await, Value::Null);
    assert_eq!(with_copy().await, StatusCode::UNAUTHORIZED);
}

#[tokio::test(flavor = "multi_thread")]
async fn wrong_passwords_slow_a_name_down_and_never_lock_its_owner_out() {
    let served = served().await;
    let owner = served.signs_up("Wren").await;
    assert_eq!(owner.deletes("/session").await.status(), StatusCode::NO_CONTENT);
    let mut answers = Vec::new();
    for _ in 0..12 {
        answers.push(signs_in(&served, "wren", "not this one").await);
    }
    assert_eq!((answers[0], answers[11]), (401, 429), "{answers:?}");
    let answer = served.stranger().posts("/session", json!({ "name": "Wren", "password": PASSWORD })).await;
    assert!(answer.headers()["retry-after"].to_str().expect("ASCII").parse::<u64>().expect("seconds") >= 1);
    let (status, detail) = problem(answer).await;
    assert!(status == 429 && detail.starts_with("too many attempts; try again in"), "{detail}");
    // The browser in which the owner was signed in before tries in a measure of its own.
    let again = owner.posts("/session", json!({ "name": "Wren", "password": PASSWORD })).await;
    assert_eq!(again.status(), StatusCode::OK);
}

#[tokio::test(flavor = "multi_thread")]
async fn an_unknown_name_takes_as_long_as_a_wrong_password() {
    let served = served().await;
    served.signs_up("Wren").await;
    let mut took = [Vec::new(), Vec::new()];
    for n in 0..9 {
        for (which, name) in ["Wren".to_string(), format!("nobody {n}")].into_iter().enumerate() {
            served.store.forget_tries("name", &name.to_lowercase()).await.expect("forgotten");
            let begun = Instant::now();
            assert_eq!(signs_in(&served, &name, "not this one").await, 401);
            took[which].push(begun.elapsed());
        }
    }
    let [known, unknown] = took.map(|mut times| {
        times.sort();
        times[times.len() / 2].as_secs_f64()
    });
    assert!((0.5..2.0).contains(&(known / unknown)), "{known} s and {unknown} s");
}

#[tokio::test(flavor = "multi_thread")]
async fn an_address_may_try_only_so_often_whatever_names_it_tries_and_takes_nothing_of_the_others_then() {
    let measure = |at_once| Measure { at_once, an_hour: 10.0 };
    let limits = Limits { address: measure(5.0), everybody: measure(7.0), ..Limits::default() };
    let proxy_header = Some("X-Forwarded-For".to_string());
    let served = served_as(Settings { limits, proxy_header, ..Settings::demo(None) }).await;
    let from = async |address: &str, n: usize| {
        let client = reqwest::Client::new();
        let request = client.post(format!("{}/api/v1/session", served.address())).header("X-Forwarded-For", address);
        let body = json!({ "name": format!("name {n}"), "password": "not this one" });
        request.json(&body).send().await.expect("an answer").status().as_u16()
    };
    let mut answers = Vec::new();
    for n in 0..12 {
        answers.push(from("203.0.113.7", n).await);
    }
    assert_eq!(answers, [[401; 5].as_slice(), &[429; 7]].concat());
    assert_eq!(from("198.51.100.9", 12).await, 401, "another address has its own measure");
    assert_eq!(from("198.51.100.9", 13).await, 401, "and the seventh is let through");
    assert_eq!(from("192.0.2.1", 14).await, 429, "all of them together have one too");
}

/// Which address asks: its own, or what a trusted proxy added last; of the newer kind the network, for a household has many.
#[tokio::test(flavor = "multi_thread")]
async fn an_address_is_the_asker_s_own_or_what_a_trusted_proxy_added_last() {
    let once = Measure { at_once: 1.0, an_hour: 0.001 };
    let often = Measure { at_once: 1e6, an_hour: 1e9 };
    let limits = Limits { address: once, everybody: often, name: often };
    for trusted in [None, Some("X-Forwarded-For".to_string())] {
        let proxy_header = trusted.clone();
        let served = served_as(Settings { limits, proxy_header, ..Settings::demo(None) }).await;
        // Whether it is let through, which each address is once.
        let first = async |told: &str| {
            let client = reqwest::Client::new();
            let request = client.post(format!("{}/api/v1/session", served.address())).header("X-Forwarded-For", told);
            let body = json!({ "name": "nobody", "password": "not this one" });
            request.json(&body).send().await.expect("an answer").status() == StatusCode::UNAUTHORIZED
        };
        assert!(first("198.51.100.9").await);
        if trusted.is_none() {
            assert!(!first("198.51.100.10").await, "nobody is believed without a setting");
            continue;
        }
        assert!(!first("1.2.3.4, 198.51.100.9").await, "what stands before the last anybody may have written");
        assert!(!first("::ffff:198.51.100.9").await);
        assert!(first("2001:db8:1:2:3:4:5:6").await);
        assert!(!first("2001:db8:1:2:ffff::1").await, "a household has a network of addresses");
        assert!(first("2001:db8:1:3::1").await);
        assert!(first("nonsense").await);
        assert!(!first("127.0.0.1").await, "where nothing is told it is the one that asks");
    }
}

#[tokio::test(flavor = "multi_thread")]
async fn many_wrong_passwords_at_once_are_no_more_than_one_after_another() {
    let served = served().await;
    served.signs_up("Wren").await;
    let tries = (0..30).map(|_| signs_in(&served, "Wren", "not this one"));
    let answers = join_all(tries).await;
    let most = Limits::default().name.at_once as usize;
    assert_eq!(answers.iter().filter(|status| **status == 401).count(), most, "{answers:?}");
}

#[tokio::test(flavor = "multi_thread")]
async fn nobody_is_told_to_sign_in_because_the_database_is_away() {
    let served = served().await;
    let person = served.signs_up("Wren").await;
    assert_eq!(me(&person).await, "Wren");
    served.store.close().await;
    let (status, said) = problem(person.gets("/session").await).await;
    assert!(status == 503 && said.contains("the database does not answer"), "{status} {said}");
}

#[tokio::test(flavor = "multi_thread")]
async fn sessions_are_listed_and_ended_by_their_owner_and_a_new_password_ends_the_others() {
    let served = served().await;
    let here = served.signs_up("Wren").await;
    let (there, elsewhere) = (served.signs_in("Wren").await, served.signs_in("Wren").await);
    let sessions = async || here.gets("/account/sessions").await.json::<Vec<Value>>().await.expect("JSON");
    let all = sessions().await;
    assert_eq!((all.len(), all.iter().filter(|one| one["here"] == true).count()), (3, 1));
    // The latest first: that is `elsewhere`.
    assert_eq!(here.deletes(&format!("/account/sessions/{}", all[0]["number"])).await.status(), StatusCode::NO_CONTENT);
    assert_eq!((me(&elsewhere).await, me(&there).await), (Value::Null, json!("Wren")));
    let other = served.signs_up("Robin").await;
    assert_eq!(
        problem(other.deletes(&format!("/account/sessions/{}", all[1]["number"])).await).await.0,
        404,
        "not somebody else's"
    );

    let (status, said) =
        problem(here.posts("/account/password", json!({ "old": "a wrong one", "new": "another word" })).await).await;
    assert_eq!((status, said.as_str()), (422, "that is not your password, so nothing was changed"));
    let changed = here.posts("/account/password", json!({ "old": PASSWORD, "new": "another word" })).await;
    assert_eq!(changed.status(), StatusCode::NO_CONTENT);
    assert_eq!((me(&there).await, me(&here).await, sessions().await.len()), (Value::Null, json!("Wren"), 1));
    assert_eq!(signs_in(&served, "Wren", PASSWORD).await, 401);
    assert_eq!(signs_in(&served, "Wren", "another word").await, 200);
    assert_eq!(here.deletes("/account/sessions").await.status(), StatusCode::NO_CONTENT);
    assert_eq!(sessions().await.len(), 1, "all others have ended");
    // A session that lay idle for a month, or is three months old, is none.
    for age in ["seen_at = now() - interval '31 days'", "seen_at = now(), created_at = now() - interval '91 days'"] {
        let person = served.signs_up(&format!("Old {}", age.len())).await;
        let name = format!("update session set {age} where account_id = (select max(id) from account)");
        sqlx::raw_sql(sqlx::AssertSqlSafe(name)).execute(served.store.pool()).await.expect("it runs");
        assert_eq!(me(&person).await, Value::Null, "{age}");
    }
}

#[tokio::test(flavor = "multi_thread")]
async fn a_link_of_the_operator_s_sets_a_password_once() {
    let served = served().await;
    let person = served.signs_up("Wren").await;
    let word = fresh();
    served.store.make_reset("wren", &word).await.expect("made");
    assert!(served.store.make_reset("quillet-lane", &fresh()).await.is_err(), "an invented account has no password");
    let reset =
        async |password: &str| served.stranger().posts("/account/reset", json!({ "link": word, "password": password })).await;
    assert_eq!(problem(reset("short").await).await.0, 422);
    assert_eq!(reset("a new long word").await.status(), StatusCode::NO_CONTENT);
    assert_eq!(me(&person).await, Value::Null, "every session has ended");
    assert_eq!(signs_in(&served, "Wren", "a new long word").await, 200);
    assert_eq!(problem(reset("yet another word").await).await.0, 404, "it works once");
}

#[tokio::test(flavor = "multi_thread")]
async fn accounts_are_made_by_whom_the_settings_let() {
    let secured = |registration| Settings { registration, secure_cookies: false, ..Settings::default() };
    let makes = async |served: &Served, name: &str, invitation: Option<&str>| {
        let body = json!({ "name": name, "password": PASSWORD, "invitation": invitation });
        served.stranger().posts("/accounts", body).await
    };
    let closed = served_as(secured(Registration::Closed)).await;
    let told: Value = closed.stranger().gets("/session").await.json().await.expect("JSON");
    assert_eq!((&told["registration"], &told["demo"]), (&json!("open"), &json!(false)), "the first account is open");
    // Two who come at once are not both the first.
    let both = tokio::join!(makes(&closed, "First", None), makes(&closed, "Also first", None));
    let mut both = [both.0.status().as_u16(), both.1.status().as_u16()];
    both.sort();
    assert_eq!(both, [201, 403]);
    let (status, said) = problem(makes(&closed, "Second", None).await).await;
    assert_eq!((status, said.as_str()), (403, "no more accounts are made on this server; whoever runs it can allow them"));
    // Nor does a stranger learn which names there are.
    let there = if both == [201, 403] && signs_in(&closed, "First", PASSWORD).await == 200 { "First" } else { "Also first" };
    assert_eq!(problem(makes(&closed, there, None).await).await.0, 403);
    assert_eq!(problem(makes(&closed, there, Some(&fresh())).await).await.0, 403);
    // Whoever runs it lets in whom they want; a garden's owner nobody who has no account.
    let word = fresh();
    closed.store.invite_account(&word).await.expect("made");
    assert_eq!(problem(makes(&closed, there, Some(&word)).await).await.0, 409);
    assert_eq!(makes(&closed, "Second", Some(&word)).await.status(), StatusCode::CREATED, "a taken name uses nothing up");
    assert_eq!(problem(makes(&closed, "Third", Some(&word)).await).await.0, 403);
    let second = closed.signs_in("Second").await;
    let id = second.makes_garden(&served().await.enters("tern-court").await).await;
    let word = second.invites(id, "helper").await;
    assert_eq!(problem(makes(&closed, "Third", Some(&word)).await).await.0, 403);
    assert_eq!(closed.stranger().posts("/session/demo", json!({ "household": "quillet-lane" })).await.status(), 404);

    let invited = served_as(secured(Registration::Invitation)).await;
    let first = invited.signs_up("First").await;
    assert_eq!(problem(makes(&invited, "Second", None).await).await.0, 403);
    assert_eq!(problem(makes(&invited, "Second", Some(&fresh())).await).await.0, 404);
    let garden = served().await;
    let id = first.makes_garden(&garden.enters("tern-court").await).await;
    let word = first.invites(id, "guest").await;
    let second = invited.stranger();
    let made = second.posts("/accounts", json!({ "name": "Second", "password": PASSWORD, "invitation": word })).await;
    assert_eq!(made.status(), StatusCode::CREATED);
    assert_eq!(second.gets(&format!("/gardens/{id}")).await.status(), StatusCode::OK, "and comes into the garden");
    assert_eq!(problem(makes(&invited, "Third", Some(&word)).await).await.0, 404, "an invitation works once");
}

#[tokio::test(flavor = "multi_thread")]
async fn a_door_of_the_demo_opens_no_account_of_somebody_s_own() {
    let settings = || Settings { secure_cookies: false, registration: Registration::Open, ..Settings::default() };
    let plain = served_as(settings()).await;
    plain.signs_up("Visitor").await;
    // The same database, served as a demo.
    let demo =
        patient_sparrow::TestServer::start(plain.store.clone(), Settings { demo: true, ..settings() }).await.expect("starts");
    let stranger = Person { client: plain.stranger().client, address: demo.address.clone() };
    assert_eq!(stranger.posts("/session/demo", json!({ "household": "quillet-lane" })).await.status(), StatusCode::OK);
    assert_eq!(problem(stranger.posts("/session/demo", json!({ "household": "visitor" })).await).await.0, 404);
}

#[tokio::test(flavor = "multi_thread")]
async fn an_account_ends_with_what_it_owns_and_takes_all_of_it_along_as_a_file_before() {
    let served = served().await;
    let demo = served.enters("quillet-lane").await;
    let (wren, robin) = (served.signs_up("Wren").await, served.signs_up("Robin").await);
    let (own, other) = (wren.makes_garden(&demo).await, robin.makes_garden(&demo).await);
    wren.lets_in(own, &robin, "helper").await;
    robin.lets_in(other, &wren, "helper").await;
    let remove = json!({ "command": { "do": "remove-patch", "patch": 1 } }).to_string();
    assert_eq!(wren.sends(Method::POST, &format!("/gardens/{other}/commands"), remove, Some(0)).await.status(), 200);
    let all: Value = wren.gets("/account/export").await.json().await.expect("JSON");
    assert_eq!((&all["owner"], all["gardens"].as_array().map(Vec::len)), (&json!("Wren"), Some(1)));
    let back = robin.sends(Method::POST, "/gardens/import", all["gardens"][0].to_string(), None).await;
    assert_eq!(back.status(), StatusCode::OK, "each is a garden file");
    for (body, said) in [
        (json!({ "name": "Robin", "password": PASSWORD }), "the name typed is not Wren, so nothing was ended"),
        (json!({ "name": "Wren", "password": "not this one" }), "that is not your password, so nothing was changed"),
    ] {
        assert_eq!(problem(wren.posts("/account/end", body).await).await, (422, said.to_string()));
    }
    assert_eq!(wren.posts("/account/end", json!({ "name": "Wren", "password": PASSWORD })).await.status(), 204);
    assert_eq!((me(&wren).await, signs_in(&served, "Wren", PASSWORD).await), (Value::Null, 401));
    assert_eq!(problem(robin.gets(&format!("/gardens/{own}")).await).await.0, 404);
    // What was done in another's garden stays, without the name.
    let changes: Value = robin.gets(&format!("/gardens/{other}/changes")).await.json().await.expect("JSON");
    assert_eq!((&changes[0]["did"], &changes[0]["by"]), (&json!("remove-patch"), &Value::Null));
    assert_eq!(problem(demo.posts("/account/end", json!({ "name": "quillet-lane", "password": "" })).await).await.0, 422);
}

#[tokio::test(flavor = "multi_thread")]
async fn what_no_page_of_ours_sends_is_not_read() {
    let served = served().await;
    let person = served.signs_up("Wren").await;
    let sent = async |headers: &[(&str, &str)], body: &'static str| {
        let mut request = person.client.delete(format!("{}/api/v1/account/sessions", served.address()));
        for (name, value) in headers {
            request = request.header(*name, *value);
        }
        problem_or(request.body(body).send().await.expect("an answer")).await
    };
    let host = served.address().trim_start_matches("http://").to_string();
    let own = format!("http://{host}");
    let json = ("Content-Type", "application/json");
    for (headers, status) in [
        (vec![("Sec-Fetch-Site", "same-origin"), ("Origin", own.as_str())], 204),
        (vec![("Sec-Fetch-Site", "cross-site")], 403),
        (vec![("Sec-Fetch-Site", "same-site")], 403),
        (vec![("Origin", "https://elsewhere.example")], 403),
        (vec![("Origin", "null")], 403),
        (vec![("Content-Type", "text/plain")], 415),
        (vec![("Content-Type", "application/x-www-form-urlencoded")], 415),
        (vec![json, ("Content-Encoding", "gzip")], 415),
    ] {
        assert_eq!(sent(&headers, "").await.0, status, "{headers:?}");
    }
    assert_eq!(sent(&[], "{}").await.0, 415, "a body says what it is");
}

async fn problem_or(answer: reqwest::Response) -> (u16, String) {
    let status = answer.status().as_u16();
    if status < 400 { (status, String::new()) } else { problem(answer).await }
}

#[tokio::test(flavor = "multi_thread")]
async fn over_tls_cookies_belong_to_this_host_alone_and_nothing_else_is_asked_for() {
    let served = served_as(Settings { registration: Registration::Open, ..Settings::default() }).await;
    let answer = served.stranger().posts("/accounts", json!({ "name": "Wren", "password": PASSWORD })).await;
    let cookies =
        answer.headers().get_all("set-cookie").iter().map(|value| value.to_str().expect("ASCII").to_string()).collect::<Vec<_>>();
    assert!(
        cookies.iter().all(|one| one.starts_with("__Host-sparrow") && one.contains("Secure") && !one.contains("Domain")),
        "{cookies:?}"
    );
    assert_eq!(answer.headers()["strict-transport-security"], "max-age=31536000");
}

#[tokio::test(flavor = "multi_thread")]
async fn a_body_that_is_too_long_or_comes_drop_by_drop_is_ended() {
    use tokio::io::{AsyncReadExt, AsyncWriteExt};
    let served = served().await;
    let long = "x".repeat(5000);
    let (status, said) = problem(served.stranger().posts("/session", json!({ "name": long, "password": "" })).await).await;
    assert!(status == 413 && said.contains("longer than 4 kB"), "{said}");
    let host = served.address().trim_start_matches("http://");
    let mut stream = tokio::net::TcpStream::connect(host).await.expect("connected");
    let head = "POST /api/v1/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 100\r\n\r\n{";
    stream.write_all(head.as_bytes()).await.expect("written");
    let begun = Instant::now();
    let mut told = String::new();
    let _ = tokio::time::timeout(Duration::from_secs(40), stream.read_to_string(&mut told)).await.expect("it is ended");
    assert!(told.starts_with("HTTP/1.1 408") && begun.elapsed() < Duration::from_secs(30), "{:?}: {told}", begun.elapsed());
}
