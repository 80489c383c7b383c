//! Who is asking, and what may they do here?
//!
//! What a route asks of whoever calls it stands in the types of its handler: [`SignedIn`], or [`InGarden`] with the least role. A
//! handler that takes neither is open to anybody, and cannot tell who asks.

use crate::Shared;
use crate::cache::ready::Ready;
use crate::cache::view::{GardenView, view};
use crate::http::body::{planned, read};
use crate::http::cookies;
use crate::http::errors::RequestError;
use actix_web::dev::Payload;
use actix_web::web::{Bytes, Data, Query};
use actix_web::{FromRequest, HttpRequest};
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::de::DeserializeOwned;
use sparrow_core::work::Work;
use sparrow_facts::ids::NumbersGiven;
use sparrow_store::{AccountId, Found, GardenId, History, HowFar, Role, StoreError};
use std::future::Future;
use std::marker::PhantomData;
use std::ops::Deref;
use std::pin::Pin;
use std::sync::Arc;

/// The longest body that is read where it comes in \[bytes\].
const SHORT: usize = 16 * 1024;

/// The signed-in account, and the word of its session.
#[derive(Debug, Clone)]
pub struct SignedIn {
    /// Who.
    pub account: AccountId,
    /// What its cookie holds.
    pub session: String,
}

type Later<T> = Pin<Box<dyn Future<Output = Result<T, RequestError>>>>;

fn shared(request: &HttpRequest) -> Result<Data<Shared>, RequestError> {
    request.app_data::<Data<Shared>>().cloned().ok_or_else(|| RequestError::Broken("no shared state".into()))
}

impl FromRequest for SignedIn {
    type Error = RequestError;
    type Future = Later<Self>;

    fn from_request(request: &HttpRequest, _: &mut Payload) -> Self::Future {
        let request = request.clone();
        Box::pin(async move {
            let shared = shared(&request)?;
            let session = cookies::word(&request, cookies::SESSION, shared.settings.secure_cookies);
            let session = session.ok_or(RequestError::SignIn)?;
            let account = shared.store.session(&session).await.map_err(|error| match error {
                StoreError::NotFound => RequestError::SignIn,
                other => other.into(),
            })?;
            Ok(SignedIn { account, session })
        })
    }
}

/// The least somebody must be in a garden to call a route.
pub trait Least: 'static {
    /// The role.
    const ROLE: Role;
}

/// Whoever may look.
#[derive(Debug)]
pub struct Guest;
/// Whoever may change.
#[derive(Debug)]
pub struct Helper;
/// Whose garden it is.
#[derive(Debug)]
pub struct Owner;

impl Least for Guest {
    const ROLE: Role = Role::Guest;
}
impl Least for Helper {
    const ROLE: Role = Role::Helper;
}
impl Least for Owner {
    const ROLE: Role = Role::Owner;
}

/// A signed-in account in a garden of the address, with at least this role there. Without any role the garden is as good as absent.
#[derive(Debug)]
pub struct InGarden<R> {
    inside: Inside,
    least: PhantomData<R>,
}

impl<R> Deref for InGarden<R> {
    type Target = Inside;

    fn deref(&self) -> &Inside {
        &self.inside
    }
}

/// A signed-in account in a garden.
#[derive(Debug)]
pub struct Inside {
    /// What every handler may use.
    pub shared: Data<Shared>,
    /// The garden of the address.
    pub garden: GardenId,
    /// Who asks.
    pub account: AccountId,
    /// What they may do.
    pub role: Role,
    /// How far the garden had come as the request came in.
    pub far: HowFar,
    /// The highest numbers of which the garden's journal speaks.
    pub given: NumbersGiven,
    query: String,
}

impl Inside {
    /// The garden, ready to be asked about; read from the database only when it has changed since it was asked about last.
    pub async fn ready(&self) -> Result<Arc<Ready>, RequestError> {
        self.shared.ready(Some(self.account.0), self.garden, self.far).await
    }

    /// The garden as it is by now, whatever came since the request came in.
    pub async fn now(&self) -> Result<Arc<Ready>, RequestError> {
        let far = self.shared.store.how_far(self.garden, self.account).await?;
        self.shared.ready(Some(self.account.0), self.garden, far).await
    }

    /// The day it is where the garden's household lives.
    pub fn today(&self, ready: &Ready) -> Date {
        self.shared.settings.today(ready.garden())
    }

    /// What this account can take back and do again.
    pub async fn history(&self) -> Result<History, RequestError> {
        if self.role == Role::Guest {
            return Ok(History::default());
        }
        Ok(self.shared.store.history(self.garden, self.account).await?)
    }

    /// The garden as this account sees it on a day, or on the one where the needle rests, as it is told; and its revision.
    pub async fn view<T: Send + 'static>(
        &self,
        ready: Arc<Ready>,
        needle: Option<Date>,
        told: impl FnOnce(GardenView) -> T + Send + 'static,
    ) -> Result<(i64, T), RequestError> {
        needle.map_or(Ok(()), planned)?;
        let revision = ready.at.revision;
        let (at, today, history) = ((self.garden, self.role), self.today(&ready), self.history().await?);
        let told = self.work(move |work| told(view(at, (&ready, &history), needle, today, work))).await?;
        Ok((revision, told))
    }

    /// Does some work in this account's share of the threads that reckon.
    pub async fn work<T: Send + 'static>(&self, job: impl FnOnce(&Work) -> T + Send + 'static) -> Result<T, RequestError> {
        Ok(self.shared.pool.work(Some(self.account.0), job).await?)
    }

    /// Reads what stands behind the address's question mark: only now, so that whoever may not ask learns nothing by it.
    pub fn query<T: DeserializeOwned>(&self) -> Result<T, RequestError> {
        let read = Query::from_query(&self.query).map(Query::into_inner);
        read.map_err(|error| RequestError::Unreadable { field: "request".into(), said: error.to_string() })
    }

    /// Reads a body; a long one where reckoning is done.
    pub async fn read<T: DeserializeOwned + JsonSchema + Send + 'static>(&self, body: Bytes) -> Result<T, RequestError> {
        if body.len() <= SHORT {
            return read(&body);
        }
        self.work(move |_| read(&body)).await?
    }
}

impl<R: Least> FromRequest for InGarden<R> {
    type Error = RequestError;
    type Future = Later<Self>;

    fn from_request(request: &HttpRequest, _: &mut Payload) -> Self::Future {
        let request = request.clone();
        Box::pin(async move {
            let shared = shared(&request)?;
            let session = cookies::word(&request, cookies::SESSION, shared.settings.secure_cookies);
            let session = session.ok_or(RequestError::SignIn)?;
            let garden = request.match_info().get("garden").and_then(|text| text.parse().ok()).map(GardenId);
            let inside = shared.store.session_in(&session, garden.unwrap_or(GardenId(0))).await.map_err(|error| match error {
                StoreError::NotFound => RequestError::SignIn,
                other => other.into(),
            })?;
            let absent = || RequestError::NotFound("garden");
            let (garden, found) = (garden.ok_or_else(absent)?, inside.at.ok_or_else(absent)?);
            if found.role < R::ROLE {
                return Err(if R::ROLE == Role::Owner { RequestError::OwnerOnly } else { RequestError::LookOnly });
            }
            let query = request.query_string().to_string();
            let Found { role, far, given } = found;
            let inside = Inside { shared, garden, account: inside.account, role, far, given, query };
            Ok(InGarden { inside, least: PhantomData })
        })
    }
}
