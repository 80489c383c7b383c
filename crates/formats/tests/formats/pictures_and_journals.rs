//! Pictures with nothing in them but the picture, and journals that come back as they went out.

use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::journal::{Amount, At, Ending, EntryId, Happened, JournalEntry, Unit};
use sparrow_formats::journal_read::{JournalRefused, read};
use sparrow_formats::picture::{PictureRefused, size};
use sparrow_formats::{journal_file, picture};
use std::collections::BTreeSet;

const LEAF: &[u8] = include_bytes!("../data/leaf.jpg");
const WITH_PLACE: &[u8] = include_bytes!("../data/leaf-with-place.jpg");

#[test]
fn a_picture_is_measured_and_one_that_tells_where_it_was_taken_is_refused() {
    assert_eq!(size(LEAF), Ok((24, 16)));
    assert_eq!(size(WITH_PLACE), Err(PictureRefused::Tells));
    // A comment may tell as much as Exif.
    let comment = [&LEAF[..2], &[0xff, 0xfe, 0, 6], b"mine", &LEAF[2..]].concat();
    assert_eq!(size(&comment), Err(PictureRefused::Tells));
    let hidden = [LEAF, b"and more", &[0xff, 0xd9]].concat();
    assert_eq!(size(&hidden), Err(PictureRefused::NotJpeg));
}

proptest! {
    #[test]
    fn prop_no_bytes_make_the_reader_of_pictures_fall(cut in 0..LEAF.len(), at in 0..LEAF.len(), byte in any::<u8>()) {
        let mut hurt = LEAF.to_vec();
        hurt[at] = byte;
        let _ = picture::size(&hurt);
        prop_assert_eq!(picture::size(&LEAF[..cut]), Err(PictureRefused::NotJpeg));
    }
}

fn garden() -> Garden {
    sparrow_demo::quillet_lane(date(2026, 11, 23)).expect("a demo garden")
}

fn entry(n: u64, what: Happened, words: &str) -> JournalEntry {
    let id = format!("01931a00-0000-7000-8000-{n:012x}").parse().expect("a number");
    let at = At { bed: Some(BedId(1)), patch: Some(PatchId(1)), rect: None };
    JournalEntry { id: EntryId(id), day: date(2026, 11, 20), at, what, words: words.into(), instead_of: None }
}

fn journal() -> Vec<JournalEntry> {
    let grams = Some(Amount { tenths: 125, unit: Unit::Grams, rough: true });
    vec![
        entry(1, Happened::Picked { many: grams }, "\"small\", but\nsweet"),
        entry(2, Happened::Cleared { ending: Ending::Bolted }, ""),
        entry(3, Happened::Walked { beds: vec![BedId(3), BedId(1)] }, ""),
        entry(4, Happened::Weeded, "; = +"),
    ]
}

#[test]
fn a_journal_comes_back_as_it_went_out_from_either_form() {
    let garden = garden();
    assert_eq!(read(&journal_file::json(&garden, journal()), &garden), Ok(journal()));
    let table = journal_file::table(&garden, Catalogue::standard(), &journal()).expect("a table");
    assert_eq!(read(&table, &garden), Ok(journal()));
    // As other programs save it.
    let other = format!("\u{feff}{}", table.replace('\n', "\r\n").replace("but\r\nsweet", "but\nsweet"));
    assert_eq!(read(&other, &garden), Ok(journal()));
}

#[test]
fn a_table_from_elsewhere_needs_a_day_and_a_kind_and_its_lines_are_the_same_each_time() {
    let garden = garden();
    let bed = &garden.beds[0].name;
    let table = format!("kind,day,bed,many,unit\npicked,2026-07-01,{bed},\"1,5\",buckets\nweeded,2026-07-02,,,\n");
    let first = read(&table, &garden).expect("a table");
    assert_eq!(first, read(&table, &garden).expect("a table"));
    assert_eq!(first[0].at.bed, Some(garden.beds[0].id));
    assert_eq!(first[0].what.many(), Some(Amount { tenths: 15, unit: Unit::Buckets, rough: false }));
    assert!(first.iter().all(|one| one.id.made_on() == Some(one.day)));
    let ids: BTreeSet<EntryId> = first.iter().map(|one| one.id).collect();
    assert_eq!(ids.len(), 2);
    for (text, told) in [
        ("a,b\n1,2\n", "neither journal.json nor a table"),
        ("{\"format\":\"other\"}", "no journal of version 1"),
        ("day,kind\n2026-13-01,weeded\n", "line 2: “2026-13-01” is no day"),
        ("day,kind\n2026-07-01,weeded\n2026-07-01,danced\n", "line 3: “danced” cannot be read"),
        ("day,kind,bed\n2026-07-01,weeded,Moon bed\n", "no bed called “Moon bed”"),
        ("day,kind,many\n2026-07-01,picked,lots\n", "“lots” is no amount"),
        ("day,kind,many\n2026-07-01,picked,-1\n", "“-1” is no amount"),
        ("day,kind,id\n2026-07-01,weeded,7\n", "“7” is no number of an entry"),
        ("day,kind,rect\n2026-07-01,weeded,1 2 3\n", "“1 2 3” is no ground"),
        ("day,kind,told\n2026-07-01,cleared,bolted\n", "is no JSON"),
    ] {
        let refused = read(text, &garden).expect_err(told);
        assert!(refused.to_string().contains(told), "{refused}");
        assert!(told.starts_with("line 3") || !matches!(refused, JournalRefused::Line { line, .. } if line != 2));
    }
}
