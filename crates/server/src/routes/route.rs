//! What is a route? A path with a method, who may call it, and the shapes of what goes in and comes out.

use actix_web::Route;
use schemars::{JsonSchema, Schema, SchemaGenerator};
use sparrow_store::Role;

/// Who may call a route.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Caller {
    /// Anybody, signed in or not.
    Anyone,
    /// Whoever is signed in.
    SignedIn,
    /// Whoever has at least this role in the garden of the address.
    In(Role),
}

pub(crate) const ANYONE: Caller = Caller::Anyone;
pub(crate) const SIGNED_IN: Caller = Caller::SignedIn;
pub(crate) const GUEST: Caller = Caller::In(Role::Guest);
pub(crate) const HELPER: Caller = Caller::In(Role::Helper);
pub(crate) const OWNER: Caller = Caller::In(Role::Owner);

/// Writes the shape of a type down.
pub(crate) type Shape = fn(&mut SchemaGenerator) -> Schema;

fn of<T: JsonSchema>(generator: &mut SchemaGenerator) -> Schema {
    generator.subschema_for::<T>()
}

/// What a route answers when all is well.
#[derive(Clone, Copy)]
pub(crate) struct Answers {
    pub(crate) status: u16,
    /// Its kind of content; `None` for nothing.
    pub(crate) kind: Option<&'static str>,
    /// Its shape, where it is JSON.
    pub(crate) shape: Option<Shape>,
}

/// What answers a route.
#[derive(Clone, Copy)]
pub(crate) struct Handler {
    pub(crate) name: &'static str,
    pub(crate) route: fn() -> Route,
}

/// A route of the API.
#[derive(Clone, Copy)]
pub struct ApiRoute {
    /// `get`, `post`, `put` or `delete`.
    pub method: &'static str,
    /// Its path, with what changes in braces.
    pub path: &'static str,
    /// Who may call it.
    pub caller: Caller,
    pub(crate) handler: Handler,
    /// What it does, in a clause.
    pub(crate) says: &'static str,
    /// What stands behind the question mark.
    pub(crate) asks: Option<Shape>,
    pub(crate) reads: Option<Shape>,
    pub(crate) answers: Answers,
    /// It names the revision it was made on, and may name itself, so that it is made once.
    pub(crate) is_made_once: bool,
}

impl ApiRoute {
    pub(crate) const fn new(
        method: &'static str,
        path: &'static str,
        caller: Caller,
        handler: Handler,
        says: &'static str,
    ) -> Self {
        let answers = Answers { status: 204, kind: None, shape: None };
        ApiRoute { method, path, caller, handler, says, asks: None, reads: None, answers, is_made_once: false }
    }

    /// It is asked with these words behind the question mark.
    pub(crate) const fn asks<T: JsonSchema>(self) -> Self {
        ApiRoute { asks: Some(of::<T>), ..self }
    }

    /// It reads a body of JSON.
    pub(crate) const fn reads<T: JsonSchema>(self) -> Self {
        ApiRoute { reads: Some(of::<T>), ..self }
    }

    /// It answers with JSON.
    pub(crate) const fn answers<T: JsonSchema>(self) -> Self {
        self.with(200, Some("application/json"), Some(of::<T>))
    }

    /// It makes something, and answers with what it made.
    pub(crate) const fn makes<T: JsonSchema>(self) -> Self {
        self.with(201, Some("application/json"), Some(of::<T>))
    }

    /// It answers with events, one after another.
    pub(crate) const fn streams<T: JsonSchema>(self) -> Self {
        self.with(200, Some("text/event-stream"), Some(of::<T>))
    }

    /// It answers with JSON that describes something itself.
    pub(crate) const fn json(self) -> Self {
        self.with(200, Some("application/json"), None)
    }

    pub(crate) const fn csv(self) -> Self {
        self.with(200, Some("text/csv"), None)
    }

    pub(crate) const fn calendar(self) -> Self {
        self.with(200, Some("text/calendar"), None)
    }

    pub(crate) const fn svg(self) -> Self {
        self.with(200, Some("image/svg+xml"), None)
    }

    pub(crate) const fn jpeg(self) -> Self {
        self.with(200, Some("image/jpeg"), None)
    }

    pub(crate) const fn tar(self) -> Self {
        self.with(200, Some("application/x-tar"), None)
    }

    pub(crate) const fn text(self) -> Self {
        self.with(200, Some("text/plain"), None)
    }

    /// It answers that it is done, and no more.
    pub(crate) const fn nothing(self) -> Self {
        self.with(204, None, None)
    }

    /// It changes a garden: on the revision that its asker saw, and once.
    pub(crate) const fn on_a_revision(self) -> Self {
        ApiRoute { is_made_once: true, ..self }
    }

    const fn with(self, status: u16, kind: Option<&'static str>, shape: Option<Shape>) -> Self {
        ApiRoute { answers: Answers { status, kind, shape }, ..self }
    }
}
