//! Who may come into a garden: members, invitations by a link that works once, handing over, and the bin.

use crate::Shared;
use crate::cache::view::{RoleWord, number};
use crate::http::attempts;
use crate::http::auth::{Guest, InGarden, Owner, SignedIn};
use crate::http::body::read;
use crate::http::errors::{RequestError, absent};
use crate::http::payload::{Sent, Words};
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpRequest, HttpResponse};
use jiff::Timestamp;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sparrow_store::{AccountId, GardenId, Role, fresh};

/// The words of the roles that others may be given.
#[derive(JsonSchema)]
#[schemars(rename = "InvitedRole", rename_all = "lowercase")]
#[allow(dead_code, reason = "only its shape is asked for")]
enum InvitedWord {
    /// Looks, and touches nothing.
    Guest,
    /// Does everything but letting others in.
    Helper,
}

/// Someone who may come in, as the page shows it.
#[derive(Serialize, JsonSchema)]
pub struct MemberLine {
    /// What they are named by.
    number: i32,
    name: String,
    #[schemars(with = "RoleWord")]
    role: Role,
    /// It is whoever asks.
    me: bool,
}

/// An invitation that still works, as the owner sees it.
#[derive(Serialize, JsonSchema)]
pub struct InvitationLine {
    number: i32,
    #[schemars(with = "InvitedWord")]
    role: Role,
    /// Until when it works.
    until: Timestamp,
}

/// Who may come in, and who is invited; invitations are the owner's to see.
#[derive(Serialize, JsonSchema)]
pub struct Members {
    members: Vec<MemberLine>,
    invitations: Vec<InvitationLine>,
}

/// An invitation that was just made: its link is told once.
#[derive(Serialize, JsonSchema)]
pub struct Invited {
    /// The path of the link; what opens it stands behind the `#`, which no server is sent.
    path: String,
    until: Timestamp,
}

/// What a link invites to.
#[derive(Serialize, JsonSchema)]
pub struct InvitationView {
    /// The garden's name; nothing for one that only lets an account be made.
    garden: Option<String>,
    #[schemars(with = "Option<InvitedWord>")]
    role: Option<Role>,
    /// Who invites.
    by: Option<String>,
    until: Timestamp,
}

/// What somebody may do.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct RoleWanted {
    #[schemars(with = "InvitedWord")]
    role: Role,
}

/// An invitation's word.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct InvitationWord {
    word: String,
}

/// The garden that was come into.
#[derive(Serialize, JsonSchema)]
pub struct CameInto {
    garden: i32,
}

/// A member of the garden of the address.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct MemberNumber {
    member: i64,
}

/// The garden's own name, typed.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct NameTyped {
    name: String,
}

/// A garden in the bin.
#[derive(Serialize, JsonSchema)]
pub struct BinLine {
    number: i32,
    name: String,
    /// When it is gone for good.
    until: Timestamp,
}

/// Helper or guest: nobody else is made an owner but by handing over.
fn no_owner(role: Role) -> Result<Role, RequestError> {
    if role == Role::Owner {
        return Err(RequestError::Field("others can be helper or guest; a garden is handed over to a new owner".into()));
    }
    Ok(role)
}

pub async fn members(inside: InGarden<Guest>) -> Result<Json<Members>, RequestError> {
    let store = &inside.shared.store;
    let members = store.members(inside.garden).await?;
    let invitations = if inside.role == Role::Owner { store.invitations(inside.garden).await? } else { Vec::new() };
    let member = |one: sparrow_store::Member| MemberLine {
        number: number(one.account.0),
        me: one.account == inside.account,
        name: one.name,
        role: one.role,
    };
    let line =
        |one: sparrow_store::InvitationLine| InvitationLine { number: number(one.number), role: one.role, until: one.until };
    Ok(Json(Members {
        members: members.into_iter().map(member).collect(),
        invitations: invitations.into_iter().map(line).collect(),
    }))
}

pub async fn invite(inside: InGarden<Owner>, Sent(body): Words) -> Result<Json<Invited>, RequestError> {
    let form: RoleWanted = read(&body)?;
    let role = no_owner(form.role)?;
    let store = &inside.shared.store;
    if store.invitations(inside.garden).await?.len() >= MOST_INVITED {
        return Err(RequestError::Field(format!("{MOST_INVITED} invitations are out already; take one back first")));
    }
    let word = fresh();
    let made = store.invite(inside.garden, inside.account, role, &word).await?;
    Ok(Json(Invited { path: format!("/invitation#{word}"), until: made.until }))
}

/// The most invitations of a garden that are out at once.
const MOST_INVITED: usize = 20;

pub async fn take_back(inside: InGarden<Owner>, path: Path<(i64, i64)>) -> Result<HttpResponse, RequestError> {
    inside.shared.store.take_back_invitation(inside.garden, path.1).await.map_err(absent("invitation"))?;
    Ok(HttpResponse::NoContent().finish())
}

pub async fn look(shared: Data<Shared>, request: HttpRequest, Sent(body): Words) -> Result<Json<InvitationView>, RequestError> {
    let InvitationWord { word } = read(&body)?;
    attempts::count(&shared, &request).await?;
    let found = shared.store.invitation(&word).await.map_err(absent(SPENT))?;
    Ok(Json(InvitationView { garden: found.name, role: found.role, by: found.by, until: found.until }))
}

/// An invitation that does not work.
const SPENT: &str = "invitation; it may be used up, taken back or too old";

pub async fn accept(
    shared: Data<Shared>,
    request: HttpRequest,
    me: SignedIn,
    Sent(body): Words,
) -> Result<Json<CameInto>, RequestError> {
    let InvitationWord { word } = read(&body)?;
    attempts::count(&shared, &request).await?;
    let garden = shared.store.accept(me.account, &word).await.map_err(absent(SPENT))?;
    Ok(Json(CameInto { garden: number(garden.0) }))
}

pub async fn set_role(inside: InGarden<Owner>, path: Path<(i64, i64)>, Sent(body): Words) -> Result<HttpResponse, RequestError> {
    let form: RoleWanted = read(&body)?;
    let role = no_owner(form.role)?;
    inside.shared.store.set_role(inside.garden, AccountId(path.1), role).await.map_err(absent("member"))?;
    Ok(HttpResponse::NoContent().finish())
}

pub async fn let_go(inside: InGarden<Guest>, path: Path<(i64, i64)>) -> Result<HttpResponse, RequestError> {
    let member = AccountId(path.1);
    if inside.role != Role::Owner && member != inside.account {
        return Err(RequestError::OwnerOnly);
    }
    if inside.role == Role::Owner && member == inside.account {
        return Err(RequestError::Field("an owner hands the garden over before leaving it, or throws it away".into()));
    }
    inside.shared.store.let_go(inside.garden, member).await.map_err(absent("member"))?;
    Ok(HttpResponse::NoContent().finish())
}

pub async fn hand_over(inside: InGarden<Owner>, Sent(body): Words) -> Result<HttpResponse, RequestError> {
    let MemberNumber { member } = read(&body)?;
    inside.shared.store.hand_over(inside.garden, inside.account, AccountId(member)).await.map_err(absent("member"))?;
    Ok(HttpResponse::NoContent().finish())
}

pub async fn bin(inside: InGarden<Owner>, Sent(body): Words) -> Result<HttpResponse, RequestError> {
    let NameTyped { name } = read(&body)?;
    let ready = inside.ready().await?;
    let own = &ready.garden().site.name;
    if name.trim() != own {
        return Err(RequestError::Field(format!("the name typed is not {own}, so nothing was thrown away")));
    }
    inside.shared.store.bin(inside.garden).await?;
    Ok(HttpResponse::NoContent().finish())
}

pub async fn binned(shared: Data<Shared>, me: SignedIn) -> Result<Json<Vec<BinLine>>, RequestError> {
    let line = |one: sparrow_store::Binned| BinLine { number: number(one.id.0), name: one.name, until: one.until };
    Ok(Json(shared.store.binned(me.account).await?.into_iter().map(line).collect()))
}

pub async fn unbin(shared: Data<Shared>, me: SignedIn, binned: Path<i64>) -> Result<HttpResponse, RequestError> {
    shared.store.unbin(GardenId(*binned), me.account).await.map_err(absent("garden in your bin"))?;
    Ok(HttpResponse::NoContent().finish())
}
