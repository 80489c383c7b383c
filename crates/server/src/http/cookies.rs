//! The two cookies: who is signed in, and in which browser somebody was.
//!
//! Both hold a random word and nothing else; the tables know its hash. Over TLS their names begin with `__Host-`, which browsers
//! take only over TLS, for this host and for all of its paths.

use actix_web::HttpRequest;
use actix_web::cookie::time::Duration;
use actix_web::cookie::{Cookie, SameSite};
use sparrow_store::MOST_DAYS;

/// The cookie of the session.
pub const SESSION: &str = "sparrow";
/// The cookie of the browser.
pub const DEVICE: &str = "sparrow-device";

/// How long a browser is known \[days\].
const DEVICE_DAYS: i64 = 400;

fn named(name: &str, secure: bool) -> String {
    if secure { format!("__Host-{name}") } else { name.to_string() }
}

/// The word in a cookie of a request; nothing where it is none of ours.
pub fn word(request: &HttpRequest, name: &str, secure: bool) -> Option<String> {
    let cookie = request.cookie(&named(name, secure))?;
    let word = cookie.value();
    (word.len() == 64 && word.bytes().all(|byte| byte.is_ascii_hexdigit())).then(|| word.to_string())
}

/// A cookie with a word.
pub fn with(name: &str, word: &str, secure: bool) -> Cookie<'static> {
    let days = if name == SESSION { i64::from(MOST_DAYS) } else { DEVICE_DAYS };
    Cookie::build(named(name, secure), word.to_string())
        .path("/")
        .http_only(true)
        .secure(secure)
        .same_site(SameSite::Strict)
        .max_age(Duration::days(days))
        .finish()
}

/// What takes a cookie away.
pub fn without(name: &str, secure: bool) -> Cookie<'static> {
    let mut cookie = with(name, "", secure);
    cookie.make_removal();
    cookie
}
