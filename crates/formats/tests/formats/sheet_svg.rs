//! The setting-out drawing: well-formed, whole, legible, whatever beds are called.

use jiff::civil::date;
use roxmltree::Document;
use sparrow_core::ask::sheet::sheet;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::climate::calendar::year_span;
use sparrow_core::growth::grower::Grower;
use sparrow_core::known::Known;
use sparrow_demo::{quillet_lane, tern_court};
use sparrow_facts::garden::Garden;
use sparrow_formats::sheet_svg::{Paper, write};

/// What is known of a garden; its grower lives as long as the test.
fn known(garden: &Garden) -> Known<'_> {
    Known::new(garden, Catalogue::standard(), Box::leak(Box::new(Grower::of(garden, Catalogue::standard()))), date(2026, 11, 23))
}

#[test]
fn every_bed_of_the_households_is_drawn_with_every_stem_on_its_paper() {
    let (today, catalogue) = (date(2026, 11, 23), Catalogue::standard());
    for garden in [quillet_lane(today).unwrap(), tern_court(today).unwrap()] {
        let days = year_span(
            sparrow_core::climate::weather::Weather::of(&garden).planning_year(today),
            garden.site.latitude.hemisphere(),
        );
        for (bed, paper) in garden.beds.iter().zip([Paper::A4, Paper::Letter].into_iter().cycle()) {
            let sheet = sheet(known(&garden), bed.id, days).unwrap();
            let text = write(&garden, catalogue, &sheet, paper).unwrap();
            let drawn = Document::parse(&text).unwrap_or_else(|error| panic!("{}: {error}", bed.name));
            let stems: u32 = sheet.plantings.iter().map(|setting| setting.holes).sum();
            let circles = drawn.descendants().filter(|node| node.has_tag_name("circle"));
            let (width, height) = paper.size();
            for circle in circles.clone() {
                let at = |name: &str| circle.attribute(name).unwrap().parse::<f64>().unwrap();
                assert!((0.0..width - 34.0).contains(&at("cx")) && (0.0..height - 44.0).contains(&at("cy")), "{}", bed.name);
            }
            assert_eq!(circles.count() as u32, stems, "{}", bed.name);
            let sizes = drawn.descendants().filter_map(|node| node.attribute("font-size")?.parse::<f64>().ok());
            assert!(sizes.fold(f64::MAX, f64::min) >= 2.8, "8 point is 2.8 mm");
        }
    }
}

#[test]
fn a_name_cannot_break_the_drawing() {
    let today = date(2026, 11, 23);
    let mut garden = quillet_lane(today).unwrap();
    garden.beds[0].name = "A <b> & \"C\"</svg><script>".into();
    let sheet = sheet(known(&garden), garden.beds[0].id, (date(2027, 1, 1), date(2027, 12, 31))).unwrap();
    let text = write(&garden, Catalogue::standard(), &sheet, Paper::A4).unwrap();
    let drawn = Document::parse(&text).unwrap();
    assert!(drawn.descendants().any(|node| node.text() == Some("A <b> & \"C\"</svg><script>")));
    assert!(!drawn.descendants().any(|node| node.has_tag_name("script")));
}
