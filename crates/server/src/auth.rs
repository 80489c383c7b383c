//! Who is asking, and what may they do here?

use crate::Shared;
use crate::compute::work;
use crate::errors::RequestError;
use crate::ready::Ready;
use crate::view::{GardenView, view};
use actix_session::SessionExt;
use actix_web::dev::Payload;
use actix_web::web::Data;
use actix_web::{FromRequest, HttpRequest};
use governor::clock::DefaultClock;
use governor::state::keyed::DashMapStateStore;
use governor::{Quota, RateLimiter};
use jiff::civil::Date;
use sparrow_store::{AccountId, GardenId, Role, StoreError};
use std::future::{self, Future};
use std::num::NonZeroU32;
use std::pin::Pin;
use std::sync::Arc;

/// The name of the session's one entry.
pub const ACCOUNT: &str = "account";

/// Counts attempts by name.
pub type Attempts = RateLimiter<String, DashMapStateStore<String>, DefaultClock>;

/// Ten attempts a minute for one name: enough for a forgetful gardener, too few for a guessing machine.
pub fn attempts() -> Attempts {
    RateLimiter::keyed(Quota::per_minute(NonZeroU32::MIN.saturating_add(9)))
}

/// The signed-in account.
#[derive(Debug, Clone, Copy)]
pub struct SignedIn(pub AccountId);

impl FromRequest for SignedIn {
    type Error = RequestError;
    type Future = future::Ready<Result<Self, RequestError>>;

    fn from_request(request: &HttpRequest, _: &mut Payload) -> Self::Future {
        let account = request.get_session().get::<AccountId>(ACCOUNT).ok().flatten();
        future::ready(account.map(SignedIn).ok_or(RequestError::SignIn))
    }
}

/// A signed-in account in a garden of the address, with a role there. Without any role the garden is
/// as good as absent.
#[derive(Debug)]
pub struct InGarden {
    /// What every handler may use.
    pub shared: Data<Shared>,
    /// The garden of the address.
    pub garden: GardenId,
    /// Who asks.
    pub account: AccountId,
    /// What they may do.
    pub role: Role,
    /// The garden's revision as the request came in.
    pub revision: i64,
}

impl InGarden {
    /// The garden, ready to be asked about; read from the database only when it has changed since it was asked about last.
    pub async fn ready(&self) -> Result<Arc<Ready>, RequestError> {
        self.shared.ready(self.garden, self.revision).await
    }

    /// The garden as it is by now, whatever came since the request came in.
    pub async fn now(&self) -> Result<Arc<Ready>, RequestError> {
        let (_, revision) = self.shared.store.role(self.garden, self.account).await?;
        self.shared.ready(self.garden, revision).await
    }

    /// The day it is where the garden's household lives.
    pub fn today(&self, ready: &Ready) -> Date {
        self.shared.settings.today(ready.garden())
    }

    /// The garden as this account sees it on a day, or on the one where the needle rests. Reckoning is no work for the
    /// threads that answer requests.
    pub async fn view(&self, ready: Arc<Ready>, needle: Option<Date>) -> Result<GardenView, RequestError> {
        let (garden, role, today) = (self.garden, self.role, self.today(&ready));
        work(move || view(garden, role, &ready, needle, today)).await
    }

    /// Refuses guests.
    pub fn may_change(&self) -> Result<(), RequestError> {
        if self.role == Role::Guest { Err(RequestError::LookOnly) } else { Ok(()) }
    }

    /// Refuses everyone but the owner.
    pub fn may_let_in(&self) -> Result<(), RequestError> {
        if self.role == Role::Owner { Ok(()) } else { Err(RequestError::LookOnly) }
    }
}

impl FromRequest for InGarden {
    type Error = RequestError;
    type Future = Pin<Box<dyn Future<Output = Result<Self, RequestError>>>>;

    fn from_request(request: &HttpRequest, payload: &mut Payload) -> Self::Future {
        let signed_in = SignedIn::from_request(request, payload).into_inner();
        let shared = request.app_data::<Data<Shared>>().cloned();
        let garden = request.match_info().get("garden").and_then(|text| text.parse().ok()).map(GardenId);
        Box::pin(async move {
            let SignedIn(account) = signed_in?;
            let shared = shared.ok_or(RequestError::Broken("no shared state".into()))?;
            let garden = garden.ok_or(RequestError::NotFound("garden"))?;
            let (role, revision) = shared.store.role(garden, account).await.map_err(|error| match error {
                StoreError::NotFound => RequestError::NotFound("garden"),
                other => other.into(),
            })?;
            Ok(InGarden { shared, garden, account, role, revision })
        })
    }
}
