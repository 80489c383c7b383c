//! Work on a whole bed in the real page: schools of spacing, the printed sheet, time between crops,
//! groupings, markers, sums, and letting it arrange.

use sparrow_browser_tests::{Failure, Gardener, Stage};
use thirtyfour::Key;

/// The number of plants the slip shows.
async fn count(gardener: &Gardener) -> Result<u32, Failure> {
    Ok(gardener.reads_in("[data-count]").await?.parse()?)
}

#[tokio::test(flavor = "multi_thread")]
async fn a_bed_is_set_out_by_every_school_and_printed() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.opens_bed("Gate bed").await?;
    // Seven weeks back, to the end of April, when the beets stand.
    gardener.presses(",".repeat(7)).await?;
    gardener.reads("28 April").await?;
    gardener.selects("beet").await?;
    // By hand: 2 × 2 squares at 4 in are 36; lines 3.46 in apart are 1 + ⌊20/3.46⌋ = 6 of 6 and 5: 33.
    for (school, plants, says) in [
        ("staggered", 33, "6 and 5 to a line in turn"),
        ("rows along", 16, "8 to a line, 3 in apart"),
        ("rows across", 16, "2 lines across"),
        ("double rows along", 30, "in pairs 3 in apart"),
        ("double rows across", 30, "lines across"),
        ("close, at 80 %", 49, "so many want 137 % of the usual feed"),
        ("by squares", 36, "6 × 6 = 36 holes"),
    ] {
        gardener.clicks(school).await?;
        gardener.sees(&format!("[data-school='{school}'][data-chosen=true]")).await?;
        assert_eq!(count(&gardener).await?, plants, "{school}");
        gardener.comes_to_count("[data-crop=beet] .stem", plants as usize).await?;
        gardener.clicks("the sum").await?;
        gardener.reads(says).await?;
        gardener.clicks("close the sum").await?;
    }
    gardener.reads("On this ground triangles hold 3 plants fewer than squares do.").await?;
    gardener.clicks("strewn, 3 seeds a place, thinned").await?;
    gardener.reads("108 seeds to strew").await?;

    gardener.presses(Key::Escape + "").await?;
    gardener.presses("s").await?;
    gardener.reads("Markers, in their order").await?;
    gardener.sees(".drawing svg").await?;
    let paper = gardener.prints().await?;
    for said in
        ["Gate bed", "Sticks to cut", "Lettuce", "108 seeds strewn over all of it", "measured from the left end and the far side"]
    {
        assert!(paper.contains(said), "“{said}” is not on the paper: {paper}");
    }
    assert!(paper.contains("To carry out"), "what to bring prints too: {paper}");
    assert!(!paper.contains("keep the drawing") && !paper.contains("sign out"), "only the sheet is on it: {paper}");
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn radishes_between_carrots_grow_through_the_season_and_must_be_out_in_time() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.opens_bed("Gate bed").await?;
    gardener.clicks_on(".bar[aria-label^='radish']").await?;
    // Left until they are picked over, they would stay too long, and the page knows by when.
    gardener.reads("Radish stays too long between carrot").await?;
    // The day before the carrots are 3 in wide, as the warmth of the place goes.
    let out = "[...document.querySelectorAll('button')].find((b) => b.textContent.trim().startsWith('out by')).click()";
    gardener.driver.execute(out, Vec::new()).await?;
    gardener.reads("Radish between carrot: fine").await?;
    gardener.presses(Key::Escape + "").await?;

    // The needle shows them small, then carrots alone and large, then nothing.
    let widths = "return [...document.querySelectorAll('[data-crop=carrot] .leaf')].map(l => l.getBBox().width)[0] ?? 0";
    let wide = async || -> Result<f64, Failure> { Ok(gardener.driver.execute(widths, Vec::new()).await?.convert()?) };
    let on = async |week: usize, day: &str| -> Result<(), Failure> {
        gardener.driver.execute("document.querySelector('[role=slider]').focus()", Vec::new()).await?;
        gardener.presses(Key::Home + "").await?;
        gardener.presses(".".repeat(week)).await?;
        gardener.reads(day).await
    };
    on(15, "16 April").await?;
    gardener.sees("[data-crop=radish] .stem").await?;
    let april = wide().await?;
    on(25, "25 June").await?;
    gardener.comes_to_count("[data-crop=radish] .stem", 0).await?;
    let june = wide().await?;
    assert!(april > 0.0 && june > april, "{april} px in April, {june} px in June");
    on(45, "12 November").await?;
    gardener.comes_to_count("[data-crop=carrot] .stem", 0).await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_grouping_is_put_down_whole_and_taken_back_as_one() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.signs_up("Group Grower").await?;
    gardener.plans_a_bed("Long strip", "8 ft", "4 ft").await?;
    gardener.presses("g").await?;
    gardener.clicks("the whole bed").await?;
    gardener.clicks("Maize, beans and squash: a block with squash at the ends").await?;
    gardener.reads("when the maize stands 6 in").await?;
    gardener.comes_to_count(".maybe", 4).await?;
    gardener.clicks("put it down").await?;
    gardener.comes_to_count("[data-patch]", 4).await?;
    gardener.comes_to_count("[data-crop=winter-squash]", 2).await?;

    // From what stands there a grouping of one's own is saved.
    gardener.clicks_on("form[aria-label='A grouping of your own'] label:nth-of-type(1)").await?;
    gardener.clicks_on("form[aria-label='A grouping of your own'] label:nth-of-type(3)").await?;
    gardener.fills("grouping-name", "Ends and middle").await?;
    gardener.clicks("save it").await?;
    gardener.clicks("forget it").await?;
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.reads("Ends and middle").await?;
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.reads_no_more("Ends and middle").await?;
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.comes_to_count("[data-patch]", 0).await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_bed_is_arranged_with_reasons_planted_so_and_undone() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.opens_bed("Pear bed").await?;
    let before = gardener.counts("[data-patch]").await?;
    gardener.presses("a").await?;
    gardener.comes_to_count("[data-wishes] li", before).await?;
    gardener.fills("choice", "radishes").await?;
    gardener.clicks("add").await?;
    gardener.comes_to_count("[data-wishes] li", before + 1).await?;
    gardener.clicks("arrange").await?;
    // It is drawn while it is looked for longer, and can be planted when the search has ended.
    gardener.reads("What speaks for it").await?;
    gardener.reads("Why each is where it is").await?;
    gardener.sees("[data-found]").await?;
    gardener.sees("[data-plant]").await?;
    gardener.reads("of 10").await?;
    let proposed = gardener.counts("[data-proposed] li").await?;
    assert_eq!(gardener.counts(".maybe").await?, proposed, "each is drawn");
    gardener.clicks("plant it so").await?;
    gardener.comes_to_count("[data-patch]", proposed).await?;
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.comes_to_count("[data-patch]", before).await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn row_markers_are_laid_until_the_bed_is_full() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.signs_up("Row Layer").await?;
    gardener.plans_a_bed("Root bed", "8 ft", "3 ft").await?;
    gardener.presses("m").await?;
    // Several at once, in either kind of English.
    gardener.fills("choice", "carrots, radish, beetroot").await?;
    gardener.clicks("add").await?;
    gardener.comes_to_count("[data-markers] > li", 3).await?;
    gardener.reads("left beyond the last row").await?;
    // By hand: carrots 2 in apart over 96 in are 48, radishes 48, beets 3 in apart 32.
    gardener.reads("128 plants in 3 rows").await?;
    gardener.fills("gap-3", "40 in").await?;
    gardener.reads("beyond the bed").await?;
    gardener.fills("gap-3", "wide").await?;
    gardener.reads("“wide”, which is not a length").await?;
    gardener.fills("gap-3", "6 in").await?;
    gardener.reads("128 plants in 3 rows").await?;
    gardener.clicks("plant the rows").await?;
    gardener.comes_to_count("[data-patch]", 3).await?;
    gardener.comes_to_count("[data-crop=beet]", 1).await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn sums_go_the_other_way_too() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.signs_up("Slip Counter").await?;
    gardener.plans_a_bed("Small bed", "3 ft", "2 ft").await?;
    gardener.presses("c").await?;
    gardener.chooses("sum-crop", "leek").await?;
    gardener.fills("at-hand", "60").await?;
    gardener.clicks("look").await?;
    // By hand: six squares hold 54 leeks at nine a square.
    gardener.reads("54 on 3 × 2 squares in Small bed").await?;
    gardener.reads("6 left over").await?;
    gardener.fills("edge", "10 ft").await?;
    gardener.clicks("count").await?;
    gardener.reads("10 ft ÷ 6 in = 20 plants, 40 seeds.").await?;
    gardener.clicks("check").await?;
    gardener.reads("4 × 12 = 48, not 50.").await?;
    gardener.fills("wheel-run", "36 in").await?;
    gardener.fills("plates", "5, 6, 8").await?;
    gardener.clicks("compare").await?;
    gardener.reads("6 holes: 6 in apart, nearest to 6 in").await?;
    gardener.clicks("plant").await?;
    gardener.comes_to_count("[data-crop=leek]", 1).await?;
    // Ground that is bare before and after is told of.
    gardener.presses(Key::Escape + "").await?;
    gardener.presses("e").await?;
    gardener.reads("days × 6 squares").await?;
    gardener.leaves().await
}

/// Takes a crop in hand by what it is called here or elsewhere.
async fn takes(gardener: &Gardener, said: &str, crop: &str) -> Result<(), Failure> {
    gardener.presses("/").await?;
    gardener.sees("#find-crop:focus").await?;
    gardener.presses(said).await?;
    gardener.sees(&format!("[role=option][data-highlighted][data-label='{crop}']")).await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.reads("in hand").await
}

/// More than fit are written down with a warning, fewer are spread, and a second crop goes in on the needle's day.
#[tokio::test(flavor = "multi_thread")]
async fn what_was_planted_is_written_down_and_a_second_crop_follows_on_its_ground() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.signs_up("Fern").await?;
    gardener.plans_a_bed("Long bed", "6 ft", "3 ft").await?;
    takes(&gardener, "salad bowl", "lettuce").await?;
    gardener.presses(Key::Enter + "").await?;
    assert_eq!(count(&gardener).await?, 4);
    gardener.fills("plants", "9").await?;
    gardener.presses(Key::Tab + "").await?;
    gardener.reads("9 where 4 fit").await?;
    gardener.comes_to_count("[data-crop=lettuce] .stem", 9).await?;
    gardener.fills("plants", "1").await?;
    gardener.presses(Key::Tab + "").await?;
    gardener.comes_to_count("[data-crop=lettuce] .stem", 1).await?;
    gardener.reads_no_more("where 4 fit").await?;
    // A number no hand could plant is refused, and put away it shows what holds.
    gardener.fills("plants", "9999").await?;
    gardener.presses(Key::Tab + "").await?;
    gardener.reads("this patch holds 4").await?;
    gardener.clicks("put this away").await?;
    assert_eq!(gardener.sees("[name=plants]").await?.prop("value").await?.as_deref(), Some("1"));
    gardener.presses(Key::Escape + "").await?;
    // In September the lettuce is long gone; spinach is usually sown in spring, when the ground is taken.
    gardener.presses(".".repeat(12)).await?;
    takes(&gardener, "spinach", "spinach").await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.comes_to_count("[data-crop=spinach]", 1).await?;
    let from = gardener.sees("[name=from]").await?.prop("value").await?.unwrap_or_default();
    assert!(from.contains("-08-") || from.contains("-09-"), "{from}");
    gardener.leaves().await
}

/// Ten names from one side of the ocean and ten from the other, typed as one list, are twenty wishes; a word that is none is named.
#[tokio::test(flavor = "multi_thread")]
async fn crops_are_known_by_their_names_in_both_kinds_of_english() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.signs_up("Hazel").await?;
    gardener.plans_a_bed("Word bed", "8 ft", "4 ft").await?;
    gardener.presses("a").await?;
    gardener.reads("Nothing is wished for yet").await?;
    let american = "corn, zucchini, eggplant, cilantro, arugula, rutabagas, fava beans, bell peppers, scallions, beets";
    let british =
        "sweetcorn, courgettes, aubergines, coriander, rocket, swedes, broad beans, sweet peppers, spring onions, beetroot";
    gardener.fills("choice", &format!("{american}, {british}, carrits")).await?;
    gardener.clicks("add").await?;
    gardener.comes_to_count("[data-wishes] li", 20).await?;
    gardener.reads("“carrits” is not in the catalogue; nearly so:").await?;
    gardener.clicks("carrots").await?;
    gardener.comes_to_count("[data-wishes] li", 21).await?;
    gardener.leaves().await
}

/// What was planted is written down, however dense, with what is to be expected of it.
#[tokio::test(flavor = "multi_thread")]
async fn forty_six_slips_where_eighteen_fit_are_written_down_with_a_warning() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.signs_up("Rowan").await?;
    gardener.plans_a_bed("Slip bed", "6 ft", "3 ft").await?;
    takes(&gardener, "sweet potato", "sweet potato").await?;
    gardener.drags(".sheet .soil", (0.01, 0.01), (0.99, 0.99)).await?;
    gardener.comes_to_count("[data-crop=sweet-potato] .stem", 18).await?;
    gardener.fills("plants", "46").await?;
    gardener.presses(Key::Tab + "").await?;
    gardener.reads("46 where 18 fit").await?;
    gardener.reads("for so many 46 squares of ground").await?;
    gardener.reads("Roots stay small or fork").await?;
    gardener.comes_to_count("[data-crop=sweet-potato] .stem", 46).await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_variety_is_written_from_its_packet_and_holds_where_it_is_planted() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.opens_bed("Gate bed").await?;
    gardener.presses(",".repeat(7)).await?;
    gardener.reads("28 April").await?;
    gardener.selects("beet").await?;
    assert_eq!(count(&gardener).await?, 36, "2 × 2 squares at 4 in");
    gardener.clicks("it is a variety of our own").await?;
    gardener.fills("variety-name", "Round Ember").await?;
    gardener.fills("variety-days", "many").await?;
    gardener.clicks("keep this variety").await?;
    gardener.reads("“many” has no number in it").await?;
    for (field, said) in [("variety-days", "70 to 80"), ("variety-along", "6 in"), ("variety-depth", "1 in")] {
        gardener.fills(field, said).await?;
    }
    gardener.clicks("keep this variety").await?;
    // By hand: 2 × 2 squares at 6 in, which is meant for both sides, are 16.
    gardener.reads("16 plants, 6 in apart").await?;
    gardener.reads("about Round Ember").await?;
    gardener.clicks("the sum").await?;
    gardener.reads("the distance on the packet of Round Ember").await?;
    gardener.reads("70 to 80 from sowing").await?;
    gardener.reads("1 in deep").await?;
    gardener.clicks("close the sum").await?;
    gardener.clicks("about Round Ember").await?;
    gardener.fills("variety-own", "4 in").await?;
    gardener.clicks("keep this variety").await?;
    gardener.reads("36 plants, 4 in apart").await?;
    // It may not be forgotten while something is planted of it.
    gardener.clicks("about Round Ember").await?;
    gardener.clicks("forget it").await?;
    gardener.reads("name Round Ember").await?;
    gardener.clicks("back").await?;
    gardener.leaves().await
}

/// With keys alone from the search to the planted crop, but for the two lists of the form.
#[tokio::test(flavor = "multi_thread")]
async fn a_crop_that_the_book_lacks_is_told_by_its_relative_and_planted() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.opens_bed("Gate bed").await?;
    gardener.presses("/hyacinth bean").await?;
    gardener.reads("No crop of that name is in the book.").await?;
    gardener.sees("[role=option][data-highlighted][data-label='hyacinth bean']").await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.reads("Its nearest relative").await?;
    assert_eq!(gardener.sees("[name=own-name]").await?.value().await?.as_deref(), Some("hyacinth bean"));
    gardener.chooses("own-like", "common bean").await?;
    gardener.chooses("own-way", "climbing poles or trellis").await?;
    gardener.reads("It is cared for as common beans are.").await?;
    for (field, said) in
        [("own-plural", "hyacinth beans"), ("own-along", "12 in"), ("own-kills", "cold"), ("own-source", "a neighbour")]
    {
        gardener.fills(field, said).await?;
    }
    gardener.clicks("keep this crop").await?;
    gardener.reads("“cold” is not a temperature").await?;
    gardener.fills("own-kills", "33").await?;
    gardener.clicks("keep this crop").await?;
    // In hand at once: of 12 in, which is meant for both sides, one stands on each square.
    gardener.reads("1 plant to a square").await?;
    gardener.reads("A crop of your own, like common bean.").await?;
    gardener.reads("dies at about 34 °F").await?;
    // What it is called it is found by, and what it is like it is not taken for.
    gardener.presses(Key::Escape + "").await?;
    takes(&gardener, "hyacinth", "hyacinth bean").await?;
    gardener.reads("A crop of your own, like common bean.").await?;
    gardener.clicks("change it").await?;
    gardener.clicks("forget it").await?;
    gardener.reads("None yet.").await?;
    gardener.leaves().await
}
