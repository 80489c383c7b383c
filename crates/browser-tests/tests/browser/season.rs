//! The season in the real page: a climate typed and read from a file, a bar dragged, a crop that is late and a way
//! out of it, a shelf that overflows and is mended, sowings that come evenly, and all of it by keys.

use sparrow_browser_tests::{Failure, Gardener, Stage};
use thirtyfour::Key;

/// The Season view of the northern household.
async fn season() -> Result<(Stage, Gardener), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.presses("5").await?;
    gardener.reads("Season 2027").await?;
    gardener.sees("[data-bar][data-crop=cabbage]").await?;
    Ok((stage, gardener))
}

/// What a bar says of itself: its crop, its days, what is to settle.
async fn bar(gardener: &Gardener, crop: &str) -> Result<String, Failure> {
    // Asked at one go: a bar that changes its lane is drawn anew.
    let label = format!("return document.querySelector('[data-bar][data-crop={crop}]')?.getAttribute('aria-label') ?? ''");
    Ok(gardener.driver.execute(label, Vec::new()).await?.convert()?)
}

async fn waits_for_bar(gardener: &Gardener, crop: &str, words: &str) -> Result<(), Failure> {
    gardener.comes_to_count(&format!("[data-bar][data-crop={crop}][aria-label*='{words}']"), 1).await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_climate_is_typed_and_a_station_file_with_a_bad_line_changes_nothing() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    gardener.presses("c").await?;
    gardener.reads("warmth from the months you typed").await?;
    gardener.clicks("the place").await?;
    gardener.clicks("take the climate of the place").await?;
    gardener.reads("warmth from the latitude alone, a poor guess").await?;
    gardener.clicks("twelve pairs").await?;
    gardener.fills("high-7", "warm").await?;
    gardener.clicks("take these").await?;
    gardener.reads("Jul: type the usual high and low in °F").await?;
    gardener.fills("high-7", "40").await?;
    gardener.clicks("take these").await?;
    gardener.reads("July: the usual low, 53.6 °F (12 °C), is not below the usual high, 39.9 °F (4.4 °C)").await?;
    gardener.fills("high-7", "82").await?;
    gardener.clicks("take these").await?;
    gardener.reads("warmth from the months you typed").await?;

    gardener.clicks("a station’s file").await?;
    gardener.fills("station-name", "Pier").await?;
    let line = |n: i64| {
        let day = jiff::civil::date(2020, 1, 1).saturating_add(jiff::ToSpan::days(n));
        let (low, high) = (30 + (n % 60) / 2, 60 + n % 20);
        format!("{day},{low},{high},0.1\n")
    };
    let good = format!("date,tmin (F),tmax (F),rain (in)\n{}", (0..1000).map(line).collect::<String>());
    gardener.hands_in("station-file", "bad.csv", &good.replacen("2020-01-03,31,", "2020-01-03,cold,", 1)).await?;
    gardener.reads("Line 4: the low, “cold”, is not a number; nothing was read in").await?;
    gardener.reads("warmth from the months you typed").await?;
    gardener.hands_in("station-file", "vast.csv", &"2020-01-01,30,60,0.1\n".repeat(450_000)).await?;
    gardener.reads("longer than 8192 kB, the most that is read here; nothing was changed").await?;
    gardener.hands_in("station-file", "good.csv", &good).await?;
    gardener.reads("1000 days, 1 January 2020 to 26 September 2022, in °F").await?;
    gardener.clicks("take this station").await?;
    gardener.reads("warmth from a station’s file: Pier").await?;
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.reads("warmth from the months you typed").await?;

    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_two_frost_dates_are_typed_and_the_bands_move() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    gardener.presses("c").await?;
    let even = async |row: u8| -> Result<String, Failure> {
        let cell = format!("return document.querySelector('[data-frost] tbody tr:nth-child({row}) td:nth-child(3)').textContent");
        Ok(gardener.driver.execute(cell, Vec::new()).await?.convert()?)
    };
    assert_eq!((even(1).await?, even(2).await?), ("21 April".to_string(), "24 October".to_string()));
    gardener.clicks("say what you know of its frosts").await?;
    gardener.fills("last-frost-day", "9").await?;
    gardener.chooses("last-frost-month", "May").await?;
    gardener.clicks("take this").await?;
    gardener.reads("9 May").await?;
    assert_eq!((even(1).await?, even(2).await?), ("9 May".to_string(), "24 October".to_string()));
    gardener.chooses("freezes", "never here").await?;
    gardener.clicks("take this").await?;
    gardener.reads("It hardly ever freezes here").await?;
    gardener.reads("You say that it never freezes").await?;
    gardener.clicks("the year").await?;
    gardener.reads("hardly ever a frost here").await?;
    gardener.clicks("undo").await?;
    gardener.reads("after an even chance of the last frost").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_soil_thermometer_overrules_the_guess_until_it_is_struck_out() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    gardener.presses("c").await?;
    gardener.reads("a guess from the air").await?;
    gardener.fills("read-soil", "cool").await?;
    gardener.clicks("note it").await?;
    gardener.reads("“cool” is not a temperature; write it in °F").await?;
    gardener.fills("read-soil", "61").await?;
    gardener.sets_day("read-on", "2026-11-20").await?;
    gardener.clicks("note it").await?;
    gardener.reads("20 November 2026 61 °F").await?;
    gardener.reads("a reading overrules the guess").await?;
    gardener.reads_no_more("is not a temperature").await?;
    gardener.clicks("strike out").await?;
    gardener.comes_to_count("[data-readings] li", 0).await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_page_says_what_may_start_on_the_needles_day_and_all_the_year() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    gardener.presses("s").await?;
    gardener.reads("What may start").await?;
    gardener.reads("on 16 June").await?;
    gardener.sees("[data-starts] li").await?;
    let listed = async || gardener.counts("[data-starts] li").await;
    let june = listed().await?;
    gardener.fills("starts-sought", "bean").await?;
    gardener.reads("Common bean, bush").await?;
    gardener.fills("starts-sought", "").await?;
    gardener.presses(Key::Backspace + "").await?;
    // In March fewer may start; tomatoes are sown on the shelf then, and beans are not.
    gardener.presses(Key::Escape + "").await?;
    gardener.presses(",".repeat(13)).await?;
    gardener.presses("s").await?;
    gardener.reads("seed on the shelf").await?;
    gardener.reads_no_more("Common bean, bush").await?;
    assert!(listed().await? < june);
    gardener.clicks("all the year").await?;
    gardener.reads("Common bean, bush").await?;
    gardener.reads("not in this year, in this soil: at best too little warmth and light are left to ripen it").await?;
    let year = listed().await?;
    assert!(year > 100, "every crop and way: {year}");
    // From the list it goes into a bed.
    gardener.chooses("starts-bed", "Pear bed").await?;
    gardener.sees("[data-starts] li").await?;
    gardener.clicks("Common bean, bush").await?;
    gardener.reads("in hand").await?;
    gardener.reads("Pear bed").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_packets_own_days_ripen_one_planting_sooner() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    gardener.clicks_on("[data-bar][data-crop=tomato]").await?;
    gardener.reads("on the packet; here about").await?;
    let ripe = "return document.querySelector('[data-days]').textContent";
    let days = async || -> Result<i64, Failure> {
        Ok(gardener.driver.execute(ripe, Vec::new()).await?.convert::<String>()?.trim().parse()?)
    };
    let before = days().await?;
    gardener.fills("packet-days", "55").await?;
    gardener.presses(Key::Tab + "").await?;
    gardener.reads("55 days on the packet; here about").await?;
    assert!(days().await? < before, "{before}");
    gardener.fills("packet-days", "5").await?;
    gardener.presses(Key::Tab + "").await?;
    gardener.reads("Days the packet gives: 5 is outside 10 to 400").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_bar_is_dragged_and_what_follows_moves_along() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    let before = bar(&gardener, "cabbage").await?;
    // By a quarter of its own length to the right, beyond the chard's first day.
    gardener.drags("[data-bar][data-crop=cabbage] .ground", (0.5, 0.5), (0.75, 0.5)).await?;
    gardener.comes_to_count(&format!("[data-bar][data-crop=cabbage][aria-label='{before}']"), 0).await?;
    // A bar in hand does not say when it is ripe, and one just let go says what held before: only when the year is reckoned
    // anew, and the bar may be drawn in another lane, does it say a new day.
    let ripe = before.split(", ").find(|part| part.starts_with("ripe about")).expect("the demo's cabbages ripen");
    let anew = format!("[data-bar][data-crop=cabbage][aria-label*='ripe about']:not([aria-label*='{ripe}'])");
    gardener.comes_to_count(&anew, 1).await?;
    let after = bar(&gardener, "cabbage").await?;
    assert_ne!(before, after);
    gardener.driver.execute("document.querySelector('[data-bar][data-crop=cabbage]').focus()", Vec::new()).await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.reads("Cabbage, then chard").await?;
    gardener.reads("0 days idle").await?;
    gardener.clicks("undo").await?;
    waits_for_bar(&gardener, "cabbage", &before[..40.min(before.len())]).await?;
    gardener.leaves().await
}

/// Keeps the chard that follows the cabbages where it is, as another who works in the garden might.
const KEEP_THE_CHARD: &str = r#"
const done = arguments[0];
(async () => {
    const garden = `/api/v1/gardens/${location.pathname.split('/')[2]}`;
    const now = await (await fetch(garden)).json();
    const { id } = now.garden.patches.find((one) => one.planted.crop === 'chard' && one.rect.y === 1);
    const headers = { 'Content-Type': 'application/json', 'If-Match': `"${now.revision}"` };
    const body = JSON.stringify({ command: { do: 'lock', patch: id, locked: true } });
    done((await fetch(`${garden}/commands`, { method: 'POST', headers, body })).status);
})().catch((error) => done(String(error)));
"#;

/// Holds the cabbages' bar a good way to the right; `let_go` as well.
fn held(let_go: bool) -> String {
    format!(
        "SVGElement.prototype.setPointerCapture = () => {{}};
         const bar = document.querySelector('[data-bar][data-crop=cabbage]');
         const box = bar.querySelector('.ground').getBoundingClientRect();
         const fire = (type, by) => bar.dispatchEvent(new PointerEvent(type, {{ bubbles: true, button: 0, pointerId: 1,
             isPrimary: true, clientX: box.x + box.width / 2 + by, clientY: box.y + 5 }}));
         if ({let_go}) fire('pointerup', 0); else {{ fire('pointerdown', 0); fire('pointermove', 60); }}"
    )
}

#[tokio::test(flavor = "multi_thread")]
async fn a_bar_that_would_push_what_is_kept_objects_while_it_is_dragged_and_says_why() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    let status: u16 = gardener.driver.execute_async(KEEP_THE_CHARD, Vec::new()).await?.convert()?;
    assert_eq!(status, 200);
    gardener.driver.refresh().await?;
    gardener.sees("[data-bar][data-crop=cabbage]").await?;
    let before = bar(&gardener, "cabbage").await?;
    gardener.comes_to_count("[data-refused='true']", 0).await?;
    gardener.driver.execute(&held(false), Vec::new()).await?;
    gardener.comes_to_count("[data-bar][data-crop=cabbage][data-refused='true']", 1).await?;
    gardener.driver.execute(&held(true), Vec::new()).await?;
    gardener.reads("hard would have to move from").await?;
    gardener.reads("and it is kept where it is; let it move first").await?;
    gardener.comes_to_count("[data-held='true']", 0).await?;
    assert_eq!(bar(&gardener, "cabbage").await?, before, "nothing was changed");
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn on_a_phone_the_year_keeps_to_its_width_and_says_what_may_start() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(390, 844).await?;
    gardener.opens("Tern Court").await?;
    gardener.presses("5").await?;
    gardener.reads("Season 2026/27").await?;
    gardener.sees("[data-bar]").await?;
    let wide = "return document.documentElement.scrollWidth - document.documentElement.clientWidth";
    assert_eq!(gardener.driver.execute(wide, Vec::new()).await?.convert::<i64>()?, 0, "nothing sticks out to the side");
    gardener.clicks("what may start").await?;
    gardener.chooses("starts-bed", "Harbour bed").await?;
    gardener.clicks("all the year").await?;
    gardener.fills("starts-sought", "tomato").await?;
    // South of the equator, on a cool coast, they are sown in September and planted in November.
    gardener.reads("on the shelf").await?;
    gardener.reads_no_more("Beet, root").await?;
    let out = "return document.querySelector('[data-starts] li').innerText";
    let said: String = gardener.driver.execute(out, Vec::new()).await?.convert()?;
    assert!(said.contains("September") && said.contains("November"), "{said}");
    assert_eq!(gardener.driver.execute(wide, Vec::new()).await?.convert::<i64>()?, 0);
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_cabbage_a_month_late_has_ways_out_and_one_is_taken() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    gardener.clicks_on("[data-bar][data-crop=cabbage]").await?;
    gardener.reads("days to ripe, about").await?;
    gardener.reads("on the packet; here about").await?;
    gardener.sets_day("free-on", "2027-08-16").await?;
    gardener.reads("Expected to be free").await?;
    gardener.reads("days late").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.clicks("The cabbage is not out in time").await?;
    gardener.reads("too late").await?;
    gardener.reads("Ways out, each worked out").await?;
    for words in ["Start the chard on 17 August", "Other ground:", "Pull the first on"] {
        gardener.reads(words).await?;
    }
    gardener.clicks("Start the chard on 17 August").await?;
    gardener.reads("Sown on the shelf").await?;
    gardener.reads("17 July 2027").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.reads_no_more("The cabbage is not out in time").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_shelf_that_overflows_is_seen_before_it_is_sown_and_mended() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    gardener.presses("h").await?;
    gardener.reads("On the way").await?;
    gardener.reads("in trays of 48; a bigger pot takes that of 4").await?;
    gardener.reads("potted on").await?;
    gardener.fills("shelf-cells", "12").await?;
    gardener.presses(Key::Tab + "").await?;
    gardener.reads("Too many under the light").await?;
    gardener.clicks("the year").await?;
    gardener.reads("Too many seedlings").await?;
    gardener.presses("h").await?;
    gardener.clicks_on("[data-overflow=light] button[aria-label^='buy the']").await?;
    gardener.reads("arrive").await?;
    gardener.fills("shelf-cells", "400").await?;
    gardener.presses(Key::Tab + "").await?;
    gardener.reads_no_more("Too many under the light").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn lettuce_for_every_two_weeks_is_sown_by_warmth_and_put_in_the_beds() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    let bars = gardener.counts("[data-bar]").await?;
    gardener.presses("a").await?;
    gardener.clicks("reckon the sowings").await?;
    gardener.reads("They ripen 14 days apart; sown at equal days it would be").await?;
    gardener.reads("Each stands well for about 14 days once ripe.").await?;
    gardener
        .driver
        .execute(
            "[...document.querySelectorAll('button')].find((b) => b.textContent.includes('in the beds')).click()",
            Vec::new(),
        )
        .await?;
    gardener.reads_no_more("sown at equal days").await?;
    gardener.comes_to_more("[data-bar]", bars).await?;
    // Free ground says what would be ready in it.
    gardener.clicks_on("[data-free]").await?;
    gardener.reads("What would be ready in that time").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn leaves_that_are_cut_again_are_sown_once_for_several_harvests() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    gardener.presses("a").await?;
    gardener.chooses("series-way", "loose leaf").await?;
    gardener.fills("every", "7").await?;
    gardener.clicks("reckon the sowings").await?;
    gardener.reads("for 4 harvests").await?;
    gardener.reads("picked or cut again and again for about 21 days, and counted for all harvests in them").await?;
    let often = gardener.counts("[data-sowings] li").await?;
    gardener.chooses("series-way", "full head").await?;
    gardener.clicks("reckon the sowings").await?;
    gardener.reads("Each stands well for about").await?;
    assert!(gardener.counts("[data-sowings] li").await? >= often * 3, "heads are cut once");
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_ribbon_shows_how_warm_the_soil_is_in_the_household_s_degrees() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    let marks = "return [...document.querySelectorAll('.ribbon text.note')].map((t) => t.textContent.trim()).join('|')";
    let read = async |gardener: &Gardener| -> Result<String, Failure> {
        Ok(gardener.driver.execute(marks, Vec::new()).await?.convert()?)
    };
    let before = read(&gardener).await?;
    assert!(before.contains("soil 50°") && before.contains("60°"), "{before}");
    // A colder place has another curve, and its frost edges lie elsewhere.
    let band = "return document.querySelector('.ribbon polyline.soil').getAttribute('points')";
    let curve = async |gardener: &Gardener| -> Result<String, Failure> {
        Ok(gardener.driver.execute(band, Vec::new()).await?.convert()?)
    };
    let mild = curve(&gardener).await?;
    gardener.presses("c").await?;
    gardener.clicks("the place").await?;
    gardener.clicks("take the climate of the place").await?;
    gardener.reads("warmth from the latitude alone, a poor guess").await?;
    assert_ne!(curve(&gardener).await?, mild);
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_whole_season_is_worked_by_keys_and_its_calendar_given_out() -> Result<(), Failure> {
    let (_stage, gardener) = season().await?;
    let before = bar(&gardener, "cabbage").await?;
    gardener.tabs_to("[data-bar][data-crop=cabbage]").await?;
    gardener.presses(Key::Right + "").await?;
    gardener.comes_to_count(&format!("[data-bar][data-crop=cabbage][aria-label='{before}']"), 0).await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.reads("When it may start here").await?;
    // From the bar straight into what it says, not through all the bars that follow.
    gardener.presses("w").await?;
    let within = "return document.activeElement.closest('.slip') !== null";
    assert!(gardener.driver.execute(within, Vec::new()).await?.convert::<bool>()?, "the focus is in the slip");
    gardener.presses(Key::Escape + "").await?;
    // Six weeks too early for a tomato, which then has a number to go to.
    gardener.tabs_to("[data-bar][data-crop=tomato]").await?;
    for _ in 0..6 {
        let before = bar(&gardener, "tomato").await?;
        gardener.chords(&[Key::Shift], Key::Left.value()).await?;
        gardener.comes_to_count(&format!("[data-bar][data-crop=tomato][aria-label='{before}']"), 0).await?;
    }
    gardener.presses(Key::Escape + "").await?;
    gardener.reads("Not its day").await?;
    gardener.presses("n").await?;
    gardener.sees(".slip .mark").await?;
    gardener.presses("i").await?;
    gardener.clicks("make a private link").await?;
    let link = gardener.reads_in("[data-link]").await?;
    assert!(link.contains("/calendar/") && link.ends_with(".ics"), "{link}");
    gardener.clicks("revoke it").await?;
    gardener.reads("You have given no link out").await?;
    gardener.presses("?").await?;
    gardener.reads("In the Season").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_new_garden_and_a_visitor_see_a_season_too() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(390, 844).await?;
    gardener.signs_up("Season Starter").await?;
    gardener.plans_a_bed("First bed", "8 ft", "4 ft").await?;
    gardener.presses("5").await?;
    gardener.reads("Nothing. Every planting has its day, its ground and its shelf.").await?;
    gardener.reads("Nothing to start, move or clear.").await?;
    gardener.clicks_on("[data-free]").await?;
    gardener.reads("What would be ready in that time").await?;
    gardener.leaves().await?;
    let visitor = stage.gardener(1280, 800).await?;
    visitor.enters_demo("Look only").await?;
    visitor.reads("Gardens of").await?;
    visitor.clicks("Quillet Lane").await?;
    visitor.reads("growing places").await?;
    visitor.presses("5").await?;
    visitor.reads("Season 2027").await?;
    visitor.clicks_on("[data-bar][data-crop=cabbage]").await?;
    visitor.reads("When it may start here").await?;
    visitor.comes_to_count("[name='season-from']", 0).await?;
    visitor.leaves().await
}
