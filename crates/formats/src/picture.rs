//! Pictures as they are kept: JPEG, of a modest size, with nothing in them but the picture.
//!
//! The page shrinks photos and writes them anew, which leaves place, time and camera out; what still holds any of that is refused.
//! Segments as in ITU-T T.81 (1992), annex B, and JFIF 1.02.

use thiserror::Error;

/// Why a picture is not kept.
#[derive(Debug, Clone, PartialEq, Eq, Error)]
pub enum PictureRefused {
    /// It is none.
    #[error("the picture is no whole JPEG")]
    NotJpeg,
    /// It tells more than the picture.
    #[error("the picture still tells where, when or with what it was taken; the page takes that out before it is sent")]
    Tells,
}

const START: [u8; 2] = [0xff, 0xd8];
const END: [u8; 2] = [0xff, 0xd9];
const SCAN: u8 = 0xda;
const COMMENT: u8 = 0xfe;

/// How many pixels wide and high a JPEG is.
///
/// # Errors
/// When it is none, or holds anything but the picture.
pub fn size(bytes: &[u8]) -> Result<(u16, u16), PictureRefused> {
    let mut rest = bytes.strip_prefix(&START).ok_or(PictureRefused::NotJpeg)?;
    let mut found = None;
    loop {
        let (marker, body, after) = segment(rest).ok_or(PictureRefused::NotJpeg)?;
        match marker {
            // JFIF, a colour profile, Adobe's word on colours: the other fields of applications hold Exif, XMP and IPTC.
            0xe0 | 0xe2 | 0xee => {}
            0xe1..=0xef | COMMENT => return Err(PictureRefused::Tells),
            // The frame, but for the tables that share its range.
            0xc0..=0xcf if ![0xc4, 0xc8, 0xcc].contains(&marker) => found = Some(frame(body).ok_or(PictureRefused::NotJpeg)?),
            SCAN => break,
            _ => {}
        }
        rest = after;
    }
    // Anything could be written behind the picture.
    let ends = rest.strip_suffix(&END).is_some_and(|scan| !scan.windows(2).any(|two| two == END));
    if ends { found.ok_or(PictureRefused::NotJpeg) } else { Err(PictureRefused::NotJpeg) }
}

/// A segment: its marker, what it holds, and what comes after it.
fn segment(bytes: &[u8]) -> Option<(u8, &[u8], &[u8])> {
    let [0xff, marker, high, low, rest @ ..] = bytes else { return None };
    let long = usize::from(u16::from_be_bytes([*high, *low])).checked_sub(2)?;
    rest.split_at_checked(long).map(|(body, after)| (*marker, body, after))
}

/// Wide and high, out of a frame's header.
fn frame(body: &[u8]) -> Option<(u16, u16)> {
    let [_, high @ .., _, _] = body.get(..7)? else { return None };
    let [a, b, c, d] = high else { return None };
    let size = (u16::from_be_bytes([*c, *d]), u16::from_be_bytes([*a, *b]));
    (size.0 > 0 && size.1 > 0).then_some(size)
}
