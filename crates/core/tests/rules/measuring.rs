//! Beds as a gardener types them: boards that are not what their name says, braces, tubs, trellises.

use crate::common::{TODAY, bed, garden_with};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::draft::{BedDraft, KindDraft, TrellisDraft, VolumeText};
use sparrow_core::ground::fit::{bed_fit, section_fits};
use sparrow_facts::bed::{Bed, BedKind, Board, Brace, Reach};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::units::{Length, Tape, Units};

fn tape(text: &str) -> Option<Tape> {
    Some(Tape(text.parse().expect("a length")))
}

pub(crate) fn draft(kind: KindDraft, length: &str, width: &str) -> BedDraft {
    BedDraft {
        name: "New bed".into(),
        kind,
        length: if length.is_empty() { None } else { tape(length) },
        width: if width.is_empty() { None } else { tape(width) },
        depth: None,
        outside: false,
        x: None,
        y: None,
        turn: 0,
        reach: Reach::ALL,
        braces: Vec::new(),
        trellises: Vec::new(),
        drips: Vec::new(),
        margin: None,
        shape: Default::default(),
    }
}

fn added(draft: BedDraft, units: Units) -> Result<Bed, Refusal> {
    let mut garden = garden_with(1, units);
    carry_out(&mut garden, Catalogue::standard(), &Command::AddBed { draft }, TODAY)?;
    Ok(garden.beds.pop().expect("the bed just added"))
}

pub(crate) const RAISED: KindDraft = KindDraft::Raised { board: Some(Board::TwoByTen) };

#[test]
fn sizes_over_the_boards_are_turned_into_sizes_inside_them() {
    // Own worked example: 8 ft over two boards of 1½ in is 7 ft 9 in inside.
    let outside = BedDraft { outside: true, ..draft(RAISED, "8 ft", "4 ft") };
    let bed = added(outside, Units::Imperial).unwrap();
    assert_eq!(
        (bed.length.on_tape(Units::Imperial), bed.width.on_tape(Units::Imperial)),
        ("7 ft 9 in".into(), "3 ft 9 in".into())
    );
    assert_eq!(bed.depth.on_tape(Units::Imperial), "9¼ in", "soil as high as the boards really stand");
    let fit = bed_fit(&bed, Units::Imperial);
    assert_eq!(fit.outside, Some((Length::inches(96), Length::inches(48))));
    assert_eq!((fit.along.whole, fit.along.missing), (7, Length::inches(3) + Length::tenths_mm(0)));
}

#[test]
fn braces_split_the_bed_and_take_ground() {
    let mut wanted = draft(RAISED, "12 ft", "4 ft");
    wanted.braces = vec![tape("8 ft").unwrap(), tape("4 ft").unwrap(), tape("8 ft").unwrap()];
    let bed = added(wanted.clone(), Units::Imperial).unwrap();
    assert_eq!(bed.sections(), 3, "two braces, the one typed twice counts once");
    let at = |feet: i32| Length::inches(12 * feet);
    assert_eq!(bed.sections_between(at(0), at(4)), 0..=0);
    assert_eq!(bed.sections_between(at(4), at(8)), 1..=1);
    assert_eq!(bed.sections_between(at(3), at(9)), 0..=2);
    // Own worked example: two braces of 38.1 mm across 4 ft cover 2 × 0.5 of 48 squares.
    let fit = bed_fit(&bed, Units::Imperial);
    assert_eq!((fit.ground_centisquares, fit.open_centisquares), (4800, 4700));
    wanted.braces = vec![tape("12 ft").unwrap()];
    assert!(matches!(added(wanted, Units::Imperial), Err(Refusal::BraceOutside { .. })));
}

#[test]
fn a_container_may_be_known_by_its_volume_alone() {
    let kind = KindDraft::Container { volume: VolumeText("15 gal".parse().unwrap()) };
    let bed = added(draft(kind, "", ""), Units::Imperial).unwrap();
    assert!(matches!(bed.kind, BedKind::Container { .. }));
    // Own worked example: d = (4 V / π)^⅓ = 416.6 mm, and a square of the same ground has sides of 369.2 mm.
    assert_eq!((bed.length, bed.width), (Length::tenths_mm(3692), Length::tenths_mm(3692)));
    assert_eq!(bed.depth, Length::tenths_mm(4166));
    let measured = added(draft(kind, "20 in", "16 in"), Units::Imperial).unwrap();
    assert_eq!(measured.length, Length::inches(20), "what the tape says goes before the assumption");
}

#[test]
fn trellises_run_the_whole_length_unless_told_otherwise() {
    let mut wanted = draft(KindDraft::Ground, "9 ft", "2 ft");
    wanted.trellises = vec![
        TrellisDraft { from_far: tape("2 in").unwrap(), start: None, end: None },
        TrellisDraft { from_far: tape("1 ft").unwrap(), start: tape("3 ft"), end: tape("6 ft") },
    ];
    let bed = added(wanted.clone(), Units::Imperial).unwrap();
    let at = Length::inches;
    assert_eq!((bed.trellises[0].start, bed.trellises[0].end), (Length::ZERO, at(108)));
    assert!(bed.has_trellis_in((at(0), at(0)), (at(12), at(12))));
    assert!(!bed.has_trellis_in((at(84), at(10)), (at(96), at(24))), "the second one ends before");
    wanted.trellises[1].end = tape("10 ft");
    let refusal = added(wanted, Units::Imperial).unwrap_err().to_string();
    assert!(refusal.starts_with("end of the trellis: 10 ft (3.048 m) is outside"), "{refusal}");
}

#[test]
fn a_bed_that_cannot_be_is_refused_with_its_field() {
    let cases = [
        ("too short", draft(RAISED, "3 in", "4 ft"), "length: 3 in (7.6 cm) is outside 4 in"),
        ("too wide", draft(RAISED, "4 ft", "200 ft"), "width: 200 ft (60.96 m) is outside"),
        ("no length", draft(RAISED, "", "4 ft"), "please give the length"),
        ("no name", BedDraft { name: "  ".into(), ..draft(RAISED, "4 ft", "4 ft") }, "the bed's name is empty"),
        (
            "a name taken in capitals",
            BedDraft { name: "BED 1".into(), ..draft(RAISED, "4 ft", "4 ft") },
            "already a bed called BED 1",
        ),
        ("a long name", BedDraft { name: "x".repeat(41), ..draft(RAISED, "4 ft", "4 ft") }, "41 letters long; 40 is the most"),
        ("turned too far", BedDraft { turn: 400, ..draft(RAISED, "4 ft", "4 ft") }, "turn in degrees: 400 is outside 0 to 359"),
        ("no soil", BedDraft { depth: tape("1 in"), ..draft(RAISED, "4 ft", "4 ft") }, "soil depth: 1 in (2.5 cm) is outside"),
        ("off the drawing", BedDraft { x: tape("900 ft"), ..draft(RAISED, "4 ft", "4 ft") }, "distance from the left: 900 ft"),
        ("inside of nothing", BedDraft { outside: true, ..draft(RAISED, "5 in", "4 ft") }, "length: 2 in (5.1 cm) is outside"),
    ];
    for (name, draft, expected) in cases {
        let refusal = added(draft, Units::Imperial).expect_err(name).to_string();
        assert!(refusal.contains(expected), "{name}: {refusal}");
    }
}

#[test]
fn a_new_bed_finds_a_place_of_its_own_with_a_path_before_it() {
    let mut garden = garden_with(2, Units::Metric);
    let command = Command::AddBed { draft: draft(RAISED, "2 m", "1 m") };
    carry_out(&mut garden, Catalogue::standard(), &command, TODAY).unwrap();
    let touching =
        sparrow_core::ground::yard::paths(&garden).into_iter().any(|path| path.other.0 == 3 && (path.overlap || path.narrow));
    assert!(!touching);
}

#[test]
fn part_squares_count_by_what_really_fits() {
    // Own worked example: 7 ft 3 in is seven columns of a foot and 3 in over; a column of radishes at 3 in stands on it.
    let bed = added(draft(KindDraft::Ground, "7 ft 3 in", "3 ft 6 in"), Units::Imperial).unwrap();
    let fit = bed_fit(&bed, Units::Imperial);
    assert_eq!((fit.half_columns, fit.half_rows), (15, 7));
    let three = sparrow_facts::spacing::Spacing { along: Length::inches(3), across: Length::inches(3) };
    let holes = |x, w| {
        let rect = sparrow_facts::rect::Rect { x, y: 0, w, h: 7 };
        crate::common::laid(&bed, Units::Imperial, three, rect, sparrow_facts::school::School::SquareFoot).len()
    };
    assert_eq!((holes(14, 1), holes(0, 14), holes(0, 15)), (14, 28 * 14, 29 * 14));
}

/// By hand: a bed of 14 ft with a brace 1.5 in thick at 84 in: 83.25 in of soil on either side; the seventh square misses by ¾ in.
#[test]
fn sections_between_braces_count_as_the_soil_they_are() {
    let mut long = bed(1, Length::inches(168), Length::inches(48));
    long.braces = vec![Brace { at: Length::inches(84), thickness: Length::tenths_mm(381) }];
    let fits = section_fits(&long, Units::Imperial);
    assert_eq!(fits.len(), 2);
    for fit in fits {
        assert_eq!((fit.whole, fit.side.on_tape(Units::Imperial).as_str()), (6, "6 ft 11¼ in"));
        assert_eq!(
            (fit.missing.on_tape(Units::Imperial), fit.narrowed.on_tape(Units::Imperial)),
            ("¾ in".into(), "11⅞ in".into())
        );
    }
    // Rounding of half a brace loses no soil and makes none.
    let sum: i32 = section_fits(&long, Units::Imperial).iter().map(|fit| fit.side.get()).sum();
    assert_eq!(sum + 381, long.length.get());
}
