//! How often may a stranger try something? By address, by name and by everybody together, the same on all servers of a database.

use crate::Shared;
use crate::http::errors::RequestError;
use actix_web::HttpRequest;
use sparrow_store::{Measure, Tried};
use std::net::{IpAddr, Ipv6Addr};
use std::time::Duration;

/// Counts a try of something that opens a door, by its address and by everybody.
///
/// # Errors
/// [`RequestError::TooOften`] when it is one too many.
pub async fn count(shared: &Shared, request: &HttpRequest) -> Result<(), RequestError> {
    let limits = &shared.settings.limits;
    let address = address(request, shared.settings.proxy_header.as_deref());
    // Whoever is refused for their own address takes nothing of what all have together.
    let_through(shared, ("address", &address), limits.address).await?;
    let_through(shared, ("everybody", ""), limits.everybody).await?;
    Ok(())
}

/// Counts a try in a measure; how full it is then.
async fn let_through(shared: &Shared, (kind, whose): (&str, &str), measure: Measure) -> Result<f64, RequestError> {
    match shared.store.try_once(kind, whose, measure).await? {
        Tried::Through { level } => Ok(level),
        Tried::Refused { wait } => Err(RequestError::TooOften { seconds: wait.as_secs() }),
    }
}

/// Against what wrong passwords are counted: a name where the browser is strange, or the account where it was signed in on that browser
/// before. So a stranger's tries do not lock the owner out.
pub struct Tries {
    kind: &'static str,
    whose: String,
}

impl Tries {
    /// Those of a name from a browser that may be known.
    pub fn at(name: &str, known: bool) -> Tries {
        let kind = if known { "known" } else { "name" };
        Tries { kind, whose: name.trim().to_lowercase().chars().take(80).collect() }
    }

    /// Counts a try before it is known to be wrong, so that many at once are no more than there may be, and waits a little after
    /// several.
    ///
    /// # Errors
    /// [`RequestError::TooOften`] when it is one too many.
    pub async fn count(&self, shared: &Shared) -> Result<(), RequestError> {
        let level = let_through(shared, (self.kind, &self.whose), shared.settings.limits.name).await?;
        // A forgetful gardener does not notice; a guessing machine does.
        let steps = (level - 3.0).clamp(0.0, 6.0);
        if steps > 0.0 {
            tokio::time::sleep(Duration::from_millis(50).mul_f64(steps.exp2())).await;
        }
        Ok(())
    }

    /// Forgets all of them: the right password was given.
    pub async fn right(&self, shared: &Shared) -> Result<(), RequestError> {
        Ok(shared.store.forget_tries(self.kind, &self.whose).await?)
    }
}

/// The address that asks, as far as it tells one asker from another: of the newer kind, the network.
fn address(request: &HttpRequest, proxy_header: Option<&str>) -> String {
    let told = proxy_header.and_then(|name| request.headers().get_all(name).last()?.to_str().ok());
    // A proxy adds the address it was asked from at the end; what stands before it anybody may have written.
    let told = told.and_then(|all| all.rsplit(',').next()).and_then(|last| last.trim().parse().ok());
    match told.or_else(|| request.peer_addr().map(|peer| peer.ip())) {
        Some(IpAddr::V4(four)) => four.to_string(),
        Some(IpAddr::V6(six)) => match six.to_ipv4_mapped() {
            Some(four) => four.to_string(),
            None => {
                let [a, b, c, d, ..] = six.segments();
                Ipv6Addr::new(a, b, c, d, 0, 0, 0, 0).to_string()
            }
        },
        None => "unknown".into(),
    }
}
