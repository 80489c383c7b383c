//! The photos of a garden over HTTP: kept by what they are, looked at by its members, all of them as one archive.

use crate::http::auth::{Guest, Helper, InGarden};
use crate::http::errors::{RequestError, absent};
use crate::http::payload::Sent;
use actix_web::HttpResponse;
use actix_web::http::header;
use actix_web::web::{Bytes, Path};
use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use schemars::JsonSchema;
use serde::Deserialize;
use sha2::{Digest, Sha256};
use sparrow_core::change::journal::is_number;
use sparrow_core::limits::{self, MOST_PHOTOS, PHOTO_BYTES, PHOTO_PIXELS};
use sparrow_facts::refusal::Refusal;
use sparrow_formats::picture;
use sparrow_store::{GardenId, Picture, Role, Store};
use tokio_stream::StreamExt;

/// A photo as it comes in: written in letters it is a third longer.
pub type Photo = Sent<{ 1024 * 1024 }>;

/// Blocks of an archive \[bytes\].
const BLOCK: usize = 512;

/// A photo.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct NewPhoto {
    /// The bytes of a JPEG without anything but the picture, in base64.
    jpeg: String,
}

pub async fn keep(inside: InGarden<Helper>, path: Path<(i64, String)>, Sent(body): Photo) -> Result<HttpResponse, RequestError> {
    let picture = numbered(&path.1)?;
    let NewPhoto { jpeg } = inside.read(body).await?;
    let bytes = inside.work(move |_| checked(&jpeg, picture)).await??;
    let most = i64::try_from(MOST_PHOTOS).unwrap_or(i64::MAX);
    if inside.shared.store.keep_photo((inside.garden, inside.account), picture, &bytes, most).await? {
        return Ok(HttpResponse::NoContent().finish());
    }
    Err(Refusal::TooManyThings { what: "photos of the garden", most: MOST_PHOTOS }.into())
}

/// The bytes of a picture that may be kept under a number.
fn checked(jpeg: &str, picture: Picture) -> Result<Vec<u8>, RequestError> {
    let bytes = STANDARD.decode(jpeg).map_err(|_| RequestError::Field("the picture is no base64".into()))?;
    limits::number("bytes of the photo", i64::try_from(bytes.len()).unwrap_or(i64::MAX), PHOTO_BYTES)?;
    let (wide, high) = picture::size(&bytes).map_err(|why| RequestError::Field(why.to_string()))?;
    limits::number("pixels of the photo", wide.max(high).into(), PHOTO_PIXELS)?;
    if Sha256::digest(&bytes).as_slice() == picture.0 {
        return Ok(bytes);
    }
    Err(RequestError::Field("the picture is another one than its number says; it may have been hurt on its way".into()))
}

fn numbered(text: &str) -> Result<Picture, RequestError> {
    let unknown = || RequestError::NotFound("photo");
    if !is_number(text) {
        return Err(unknown());
    }
    let mut number = [0; 32];
    for (byte, digits) in number.iter_mut().zip(text.as_bytes().chunks(2)) {
        let digits = std::str::from_utf8(digits).map_err(|_| unknown())?;
        *byte = u8::from_str_radix(digits, 16).map_err(|_| unknown())?;
    }
    Ok(Picture(number))
}

pub async fn show(inside: InGarden<Guest>, path: Path<(i64, String)>) -> Result<HttpResponse, RequestError> {
    let picture = numbered(&path.1)?;
    let bytes = inside.shared.store.photo(inside.garden, picture).await.map_err(absent("photo"))?;
    // What has this number never changes; it is for this person alone.
    let kept = (header::CACHE_CONTROL, "private, max-age=31536000, immutable");
    Ok(HttpResponse::Ok()
        .insert_header(kept)
        .insert_header((header::CONTENT_ENCODING, "identity"))
        .content_type("image/jpeg")
        .body(bytes))
}

pub async fn forget(inside: InGarden<Helper>, path: Path<(i64, String)>) -> Result<HttpResponse, RequestError> {
    let picture = numbered(&path.1)?;
    let kept_by = (inside.role != Role::Owner).then_some(inside.account);
    let gone = inside.shared.store.forget_photo(inside.garden, picture, kept_by).await;
    gone.map_err(absent("photo that you may take away"))?;
    Ok(HttpResponse::NoContent().finish())
}

pub async fn all(inside: InGarden<Guest>) -> Result<HttpResponse, RequestError> {
    let (store, garden) = (inside.shared.store.clone(), inside.garden);
    let pictures = store.photos(garden).await?;
    let files = tokio_stream::iter(pictures).then(move |picture| member(store.clone(), garden, picture));
    let end = tokio_stream::once(Ok::<_, RequestError>(Bytes::from_static(&[0; 2 * BLOCK])));
    Ok(HttpResponse::Ok()
        .content_type("application/x-tar")
        .insert_header((header::CACHE_CONTROL, "no-store"))
        .insert_header((header::CONTENT_DISPOSITION, "attachment; filename=\"photos.tar\""))
        .insert_header((header::CONTENT_ENCODING, "identity"))
        .streaming(Box::pin(files.chain(end))))
}

/// One picture with its place in an archive (POSIX ustar), as far as it is still there.
async fn member(store: Store, garden: GardenId, picture: Picture) -> Result<Bytes, RequestError> {
    let mut bytes = store.photo(garden, picture).await?;
    let name: String = picture.0.iter().map(|byte| format!("{byte:02x}")).collect();
    let mut head = tar::Header::new_ustar();
    let named = head.set_path(format!("{name}.jpg"));
    named.map_err(|error| RequestError::Broken(error.to_string()))?;
    head.set_size(bytes.len() as u64);
    head.set_mode(0o644);
    head.set_cksum();
    let whole = bytes.len().next_multiple_of(BLOCK);
    bytes.resize(whole, 0);
    Ok([head.as_bytes().as_slice(), &bytes].concat().into())
}
