//! When crops ripen here, and when they may start.

use super::ground::{FOUR, HIGHS, LOWS, change, course_of, crop, garden, mild, put, replan, season};
use crate::common::{garden_with, known, known_on};
use jiff::ToSpan;
use jiff::civil::{Date, date};
use sparrow_core::ask::starts::{Starts, means_of, starts};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::replan::PatchChange;
use sparrow_core::change::season::SeasonChange;
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::climate::frost::Side;
use sparrow_core::ground::planting::Planting;
use sparrow_core::growth::custom::latest_start;
use sparrow_core::growth::growing::{Growing, usual_means};
use sparrow_core::growth::size::size;
use sparrow_core::growth::window::{Gate, Window, judge, windows};
use sparrow_core::season::course::Trouble;
use sparrow_core::season::span::usual_span;
use sparrow_facts::almanac::{Appetite, Cover, Monthly};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::BedId;
use sparrow_facts::rect::Rect;
use sparrow_facts::site::{Freezes, Frost, Latitude, MonthDay, PlaceMonths};
use sparrow_facts::timing::{Means, Timing};
use sparrow_facts::units::{TenthsC, Units};

#[test]
fn the_packets_days_become_this_gardens_with_both_effects_apart() {
    let garden = garden();
    let grower = known(&garden).grower;
    let (beet, root) = crop("beet", "root");
    let sown = |day| grower.ripening(Growing::by(beet, root, Means::Direct), day, &BedSoil::default()).expect("it ripens");
    let (spring, summer, late) = (sown(date(2027, 4, 10)), sown(date(2027, 6, 10)), sown(date(2027, 8, 15)));
    assert!(spring.packet == 57 && spring.days > 57, "the cold of April holds it back: {spring:?}");
    assert!(summer.days < spring.days && summer.days <= summer.days_by_warmth + 3, "in June light is no want: {summer:?}");
    // Late in summer little light slows its end; that is told apart from the warmth.
    assert!(late.days > late.days_by_warmth + 5, "{late:?}");
    assert!((late.up - date(2027, 8, 15)).get_days() < (spring.up - date(2027, 4, 10)).get_days(), "warm soil hurries sprouting");
}

#[test]
fn a_packets_own_days_overrule_the_catalogues_for_one_planting() {
    let mut garden = garden();
    let plant = |garden: &mut Garden, x| {
        let rect = Rect { x, ..FOUR };
        let id = put(garden, "tomato", "staked", rect, date(2027, 5, 25), date(2027, 10, 10));
        (id, course_of(garden, id))
    };
    let (usual, before) = plant(&mut garden, 0);
    let (early, _) = plant(&mut garden, 4);
    let says = |garden: &mut Garden, id, days| {
        let timing = Timing { packet: Some(days), ..Timing::default() };
        replan(garden, vec![PatchChange::Timing { patch: id, timing }], false)
    };
    says(&mut garden, early, 55).expect("it can be said");
    let [slow, quick] = [usual, early].map(|id| course_of(&garden, id).ripening.expect("it ripens"));
    assert_eq!(course_of(&garden, usual), before, "the other is as it was");
    assert_eq!(quick.packet, 55);
    // From transplanting all of its days are the packet's, so in an even summer it goes nearly as the packets' days.
    let parts = f64::from(quick.days) / f64::from(slow.days);
    assert!((parts - 55.0 / f64::from(slow.packet)).abs() < 0.06 && quick.ripe < slow.ripe, "{parts}: {quick:?} and {slow:?}");
    // It is as large at its end, only sooner.
    let size = |id, day| {
        let patch = garden.patch(id).expect("it is there");
        let planting = Planting::alone(known(&garden), patch).expect("it is known");
        size(planting.crop, planting.way, &planting.pace, patch, day).expect("it stands").height
    };
    let (june, end) = (date(2027, 6, 20), date(2027, 10, 1));
    assert!(size(early, june) > size(usual, june) && size(early, end) == size(usual, end));
    let refused = [9, 401].map(|days| says(&mut garden, early, days).expect_err("no packet says that"));
    assert!(refused.iter().all(|why| why.contains("days the packet gives") && why.contains("10")), "{refused:?}");
}

#[test]
fn the_places_calendar_lists_every_crop_as_its_own_windows_have_it() {
    let garden = garden();
    let (catalogue, grower) = (Catalogue::standard(), known(&garden).grower);
    let all = starts(known(&garden), Some(garden.beds[0].id), 2027).expect("the bed is there");
    assert_eq!(all.len(), catalogue.crops.iter().map(|crop| crop.ways.len()).sum::<usize>());
    let soil = BedSoil::of(&garden, &grower.weather, &garden.beds[0]);
    for one in &all {
        let (crop, way) = crop(&one.crop, &one.way);
        for means in means_of(crop, way) {
            let own: Vec<_> = one.windows.iter().filter(|one| one.means == means && one.cover == Cover::None).copied().collect();
            assert_eq!(own, windows(grower, Appetite::Even, Growing::by(crop, way, means), 2027, &soil), "{}", one.crop);
        }
        assert!(one.windows.first().is_none_or(|first| one.shut_by.is_some() || first.means == one.means), "{}", one.crop);
        for window in &one.windows {
            assert_eq!(window.inside.is_some(), window.means == Means::Shelf, "{}: {window:?}", one.crop);
            assert!(window.from <= window.until && window.inside.is_none_or(|[a, b]| a < window.from && b < window.until));
        }
    }
    let some = all.iter().filter(|one| !one.windows.is_empty()).count();
    assert!(some * 10 > all.len() * 8, "a mild year has days for most crops: {some} of {}", all.len());
    // Tomatoes: six to eight weeks inside. Eight weeks before the first day out, six before the last.
    let tomato = all.iter().find(|one| one.crop == "tomato" && one.way == "staked").expect("it is listed");
    let [least, most] = crop("tomato", "staked").1.season.indoors.expect("it is raised");
    let (window, weeks) = (tomato.windows[0], |day: Date, weeks: u8| day.saturating_sub(i64::from(7 * weeks).days()));
    assert_eq!(window.inside, Some([weeks(window.from, most), weeks(window.until, least)]));
    // What has no day by its usual means says what shuts its best one, and no other does.
    let usual = |one: &Starts| one.windows.iter().any(|window| (window.means, window.cover) == (one.means, Cover::None));
    assert!(all.iter().all(|one| one.shut_by.is_some() != usual(one)));
    let mut cold = garden.clone();
    let summer = |n: usize| if (5..8).contains(&n) { [160, 60] } else { [40, -60] };
    let chilly =
        Monthly { high: std::array::from_fn(|n| TenthsC(summer(n)[0])), low: std::array::from_fn(|n| TenthsC(summer(n)[1])) };
    change(&mut cold, &[SeasonChange::TakeMonths { months: chilly }]);
    let there = starts(known(&cold), None, 2027).expect("open ground");
    let shut = |key: &str| there.iter().find(|one| one.crop == key).expect("it is listed").shut_by;
    assert_eq!(shut("melon"), Some(Gate::SoilCold), "the soil never is warm enough for melons in summers of 11 °C");
    assert_eq!(shut("parsnip"), Some(Gate::NoTime), "a parsnip may be sown there, and three cool months do not ripen it");
    assert_eq!(shut("radish"), None);
    assert!(starts(known(&garden), Some(BedId(77)), 2027).is_err_and(|why| why.to_string().contains("bed")));
}

#[test]
fn extra_sweet_maize_waits_for_warmer_soil_and_has_two_lines() {
    let garden = garden();
    let found = |way: &str| {
        let (maize, way) = crop("maize", way);
        windows(known(&garden).grower, Appetite::Even, Growing::by(maize, way, Means::Direct), 2027, &BedSoil::default())[0]
    };
    let (old, sweet) = (found("block"), found("extra-sweet"));
    assert!(sweet.from > old.from, "60 °F comes after 50");
    assert!(sweet.better.is_some_and(|better| better > sweet.from), "may from 60 °F, better from 65");
    assert_eq!(sweet.opens, Gate::SoilCold);
}

#[test]
fn heat_shuts_the_windows_of_what_bolts_and_opens_them_again_on_a_first_useful_date() {
    let mut garden = garden();
    // The same place with days 8 °C hotter in summer.
    let hot = Monthly { high: std::array::from_fn(|n| TenthsC(HIGHS[n] + if (5..8).contains(&n) { 80 } else { 0 })), ..mild() };
    change(&mut garden, &[SeasonChange::TakeMonths { months: hot }]);
    for (key, way) in [("spinach", "leaf"), ("coriander", "leaf"), ("lettuce", "head")] {
        let (crop, way) = crop(key, way);
        let grower = known(&garden).grower;
        let found = windows(grower, Appetite::Even, Growing::by(crop, way, Means::Direct), 2027, &BedSoil::default());
        assert!(found.len() >= 2, "{key}: spring and late summer: {found:?}");
        let [spring, autumn] = [found[0], found[found.len() - 1]];
        assert!(matches!(spring.closes, Gate::Bolts | Gate::SoilWarm | Gate::TooHot | Gate::SummerNears), "{key}: {spring:?}");
        assert!(
            matches!(autumn.opens, Gate::Bolts | Gate::SoilWarm | Gate::TooHot | Gate::SummerNears)
                && autumn.from > date(2027, 7, 10),
            "{key}: {autumn:?}"
        );
        let midsummer =
            judge(grower, Appetite::Even, Growing::by(crop, way, Means::Direct), date(2027, 6, 25), &BedSoil::default());
        assert!(midsummer.is_err(), "{key} at midsummer");
    }
}

/// Peas, broad beans and spinach are sown in spring or for autumn, not towards summer (common practice), however cool it is.
#[test]
fn a_summer_that_nears_shuts_peas_and_spinach_until_it_is_there() {
    let garden = garden();
    for (key, way) in [("pea", "bush"), ("spinach", "leaf")] {
        let (crop, way) = crop(key, way);
        let grower = known(&garden).grower;
        let found = windows(grower, Appetite::Even, Growing::by(crop, way, Means::Direct), 2027, &BedSoil::default());
        let spring = found.iter().find(|window| window.closes == Gate::SummerNears).expect("summer ends its spring");
        assert!((4..=6).contains(&spring.until.month()), "{key}: {spring:?}");
        assert_eq!(spring.spare, spring.until, "no days are kept from summer");
        let most = way.season.spring_below.expect("it has one");
        let mean = |day: Date| grower.weather.mean(day.saturating_add(20.days()));
        assert!(mean(spring.until) <= most && mean(spring.until.saturating_add(1.day())) > most, "{key}");
        let autumn = found.iter().find(|window| window.opens == Gate::SummerNears).expect("and its autumn begins");
        assert!((7..=8).contains(&autumn.from.month()), "{key}: {autumn:?}");
    }
}

/// Perennials stand for years; they are planted when the ground is right for them, not on the year's first day in frozen soil.
#[test]
fn perennials_go_in_on_the_first_day_that_is_not_past_and_right_for_them() {
    let garden = garden();
    for (key, way) in [("asparagus", "crowns"), ("rhubarb", "clump")] {
        let (crop, way) = crop(key, way);
        let growing = Growing::usual(crop, way);
        let found = windows(known(&garden).grower, Appetite::Even, growing, 2027, &BedSoil::default());
        let (opens, last) = (found[0].from, found[0].until);
        // Rhubarb may go in all through a mild winter.
        assert_eq!(opens > date(2027, 1, 15), key == "asparagus", "{key}: a premise: {found:?}");
        let from = |today: Date| usual_span(known_on(&garden, today), crop, way, None, 2027);
        assert_eq!(from(date(2026, 11, 23)).0, opens, "{key}");
        assert_eq!(from(date(2027, 6, 3)).0, date(2027, 6, 3), "{key}: not in the past");
        assert_eq!(from(last.saturating_add(1.day())).0, opens, "{key}: only the past had days for it");
        assert!(from(date(2027, 6, 3)).1 > date(2030, 12, 30), "{key} stands for years");
    }
}

/// Who sows though it gains nothing, or picks less by it, is told so where starts are chosen, and has no trouble to settle.
#[test]
fn a_start_that_is_only_worse_is_no_trouble() {
    let mut garden = garden();
    let (leek, stem) = crop("leek", "stem");
    let gate = |garden: &Garden, day| {
        let growing = Growing::by(leek, stem, Means::Shelf);
        judge(known(garden).grower, Appetite::Even, growing, day, &BedSoil::default()).err()
    };
    let days = || date(2027, 1, 1).series(1.day()).take(365);
    let worse = days().find(|day| gate(&garden, *day) == Some(Gate::GainsNothing)).expect("a premise: a slow spring");
    let dead = days().find(|day| gate(&garden, *day).is_some_and(|gate| !gate.is_only_worse())).expect("a premise");
    let mut plant = |x, day| {
        let id = put(&mut garden, "leek", "stem", Rect { x, ..FOUR }, day, date(2028, 2, 1));
        course_of(&garden, id).troubles.into_iter().any(|one| matches!(one, Trouble::BadStart { .. }))
    };
    assert!(!plant(0, worse), "{worse}");
    assert!(plant(4, dead), "{dead}");
}

#[test]
fn days_are_left_to_spare_where_time_runs_out_and_none_before_heat() {
    let all = starts(known(&garden()), None, 2027).expect("open ground");
    let mut spared = 0;
    for window in all.iter().flat_map(|one| &one.windows) {
        let days = (window.until - window.spare).get_days();
        if matches!(window.closes, Gate::NoTime | Gate::Frost | Gate::LittleToPick) {
            let long = (window.until - window.from).get_days() + 1;
            assert!(days == 10 || (long < 30 && days == long / 3), "{window:?}");
            spared += 1;
        } else {
            assert_eq!(days, 0, "{window:?}");
        }
    }
    assert!(spared > 50, "time, frost and picking end most of a year's windows: {spared}");
}

#[test]
fn the_bolder_the_household_the_wider_its_windows() {
    let garden = garden();
    let (tomato, staked) = crop("tomato", "staked");
    let of = |appetite| {
        let found =
            windows(known(&garden).grower, appetite, Growing::by(tomato, staked, Means::Shelf), 2027, &BedSoil::warmer(4.0));
        (found[0].from, found[0].until)
    };
    let [cautious, even, bold] = [Appetite::Cautious, Appetite::Even, Appetite::Bold].map(of);
    assert!(cautious.0 > even.0 && even.0 > bold.0, "{cautious:?} {even:?} {bold:?}");
    assert!(cautious.1 <= even.1 && even.1 <= bold.1);
}

#[test]
fn garlic_goes_in_in_autumn_and_is_lifted_the_next_summer() {
    let garden = garden();
    let (garlic, bulb) = crop("garlic", "bulb");
    let found = windows(known(&garden).grower, Appetite::Even, Growing::by(garlic, bulb, Means::Set), 2027, &BedSoil::default());
    assert_eq!(found.len(), 1);
    assert!(found[0].from > date(2027, 8, 20) && found[0].until < date(2027, 12, 31), "{found:?}");
    let (from, until) = usual_span(known(&garden), garlic, bulb, None, 2027);
    assert!(from.year() == 2027 && until.year() == 2028 && (5..=9).contains(&until.month()), "{from} to {until}");
}

#[test]
fn places_without_frost_and_without_a_frost_free_month_have_windows_that_make_sense() {
    let mut warm = garden();
    let tropical = Monthly { high: [TenthsC(300); 12], low: [TenthsC(220); 12] };
    warm.site.latitude = Latitude(800);
    change(&mut warm, &[SeasonChange::SetFreezes { freezes: Freezes::Never }, SeasonChange::TakeMonths { months: tropical }]);
    let (bean, bush) = crop("bean", "bush");
    let found =
        windows(known(&warm).grower, Appetite::Cautious, Growing::by(bean, bush, Means::Direct), 2027, &BedSoil::default());
    assert_eq!(
        found.iter().map(|window| (window.from, window.until)).collect::<Vec<_>>(),
        vec![(date(2027, 1, 1), date(2027, 12, 31))]
    );
    let (lettuce, head) = crop("lettuce", "head");
    assert!(
        windows(known(&warm).grower, Appetite::Even, Growing::by(lettuce, head, Means::Direct), 2027, &BedSoil::default())
            .is_empty(),
        "it bolts all year"
    );
    let mut cold = garden();
    let polar = Monthly { high: LOWS.map(|low| TenthsC(low - 20)), low: LOWS.map(|low| TenthsC(low - 130)) };
    let day = |month, day| MonthDay { month, day };
    let freezes = Freezes::Dates(Frost { last: day(7, 5), first: day(7, 20), spread_days: 20, in_ten: 10 });
    change(&mut cold, &[SeasonChange::SetFreezes { freezes }, SeasonChange::TakeMonths { months: polar }]);
    for (key, way) in [("tomato", "staked"), ("bean", "bush"), ("maize", "block")] {
        let (crop, way) = crop(key, way);
        let none = windows(
            known(&cold).grower,
            Appetite::Bold,
            Growing::by(crop, way, usual_means(crop, way)),
            2027,
            &BedSoil::default(),
        );
        assert!(none.is_empty(), "{key} where it freezes in every month: {none:?}");
    }
    let soil = season(&cold, date(2027, 6, 1)).weather.soil;
    assert!(soil.iter().all(|degrees| degrees.is_finite() && *degrees < 12.0), "polar ground stays cold: {soil:?}");
}

#[test]
fn a_root_pulled_early_loses_most_since_its_weight_comes_last() {
    let mut garden = garden();
    let carrot = put(&mut garden, "carrot", "root", FOUR, date(2027, 4, 10), date(2027, 8, 20));
    let grower = known(&garden).grower;
    let (carrots, root) = crop("carrot", "root");
    let whole = course_of(&garden, carrot).ripening.expect("it ripens");
    let weight =
        |day: Date| grower.weight(Growing::by(carrots, root, Means::Direct), date(2027, 4, 10), day, &BedSoil::default());
    let stands = (whole.ripe - date(2027, 4, 10)).get_days();
    let tenth = weight(whole.ripe.saturating_sub(i64::from(stands / 10).days()));
    assert!(tenth < 0.5 && tenth > 0.1, "a tenth of its time before it is ripe it has {tenth:.2} of its weight");
    assert!(weight(whole.ripe.saturating_add(2.days())) == 1.0 && weight(date(2027, 4, 10)) == 0.0);
    let (lettuces, leaf) = crop("lettuce", "leaf");
    let ripe = grower
        .ripening(Growing::by(lettuces, leaf, Means::Direct), date(2027, 5, 1), &BedSoil::default())
        .expect("it ripens")
        .ripe;
    let early = ripe.saturating_sub(5.days());
    assert!(
        grower.weight(Growing::by(lettuces, leaf, Means::Direct), date(2027, 5, 1), early, &BedSoil::default()) > 0.7,
        "leaves lose little"
    );
}

#[test]
fn custom_s_latest_start_is_the_packet_and_two_weeks_before_the_first_frost() {
    let garden = garden();
    let grower = known(&garden).grower;
    let frost = grower.weather.even_frost(Side::Autumn, 2027).expect("it freezes there");
    let of = |key: &str, by: &str, means: Means| {
        let (crop, way) = crop(key, by);
        let growing = Growing::by(crop, way, means);
        let found = windows(grower, Appetite::Even, growing, 2027, &BedSoil::default());
        (growing, latest_start(grower, growing, 2027, &BedSoil::default(), &found), found)
    };
    let (bean, found, reckoned) = of("bean", "bush", Means::Direct);
    let latest = found.expect("custom has a day for it");
    assert_eq!((latest.frost, latest.allowance), (frost, 14));
    assert_eq!(latest.by_custom, frost.saturating_sub((bean.packet as i64 + 14).days()));
    assert_eq!(latest.reckoned, reckoned.last().map(|window| window.until));
    // On custom's day both agree, or the reckoning says what it has against it.
    let open = judge(grower, Appetite::Even, bean, latest.by_custom, &BedSoil::default());
    assert_eq!(latest.against.is_none(), open.is_ok());
    assert!(!latest.goes_on, "{latest:?}");
    // How long such a start takes is told where it is ripe in twice custom's days, and only there.
    let takes = |growing: Growing, day: Date| grower.ripening(growing, day, &BedSoil::default()).map(|found| found.days);
    assert!(takes(bean, latest.by_custom).is_none_or(|days| days > 2 * (latest.counted + 14)) && latest.takes.is_none());
    let (radish, found, _) = of("radish", "root", Means::Direct);
    let radishes = found.expect("custom has a day for it");
    assert!(radishes.takes.is_some() && radishes.takes == takes(radish, radishes.by_custom), "{radishes:?}");
    // Weeks on the shelf are taken off what a packet counts from sowing.
    let (shelf, raised, _) = of("lettuce", "leaf", Means::Shelf);
    let (sown, direct, _) = of("lettuce", "leaf", Means::Direct);
    let (raised, direct) = (raised.expect("a day"), direct.expect("a day"));
    assert!(raised.by_custom > direct.by_custom && i64::from(direct.counted) == sown.packet as i64, "{shelf:?}");
    // What stands over winter, for years, or makes bulbs by the days has no such date.
    for (key, by, means) in [("garlic", "bulb", Means::Set), ("onion", "bulb", Means::Set), ("rhubarb", "clump", Means::Set)] {
        assert_eq!(of(key, by, means).1, None, "{key}");
    }
    let mut mild = garden.clone();
    mild.site.freezes = Freezes::Never;
    let (bean, bush) = crop("bean", "bush");
    let never = latest_start(known(&mild).grower, Growing::usual(bean, bush), 2027, &BedSoil::default(), &[]);
    assert_eq!(never, None, "without frost there is nothing to count from");
}

#[test]
fn who_types_highs_and_lows_keeps_the_rain_of_the_place() {
    // Made up: as warm as a gulf coast, and wet or dry by the map.
    let squashes = |rain: u16| {
        let mut hot = garden();
        let months = hot.site.months.expect("it lies somewhere");
        hot.site.months = Some(PlaceMonths { rain_mm: [rain; 12], ..months });
        let typed = Monthly { high: HIGHS.map(|high| TenthsC(high + 70)), low: LOWS.map(|low| TenthsC(low + 100)) };
        change(&mut hot, &[SeasonChange::TakeMonths { months: typed }]);
        let (squash, bush) = crop("courgette", "bush");
        let grower = known(&hot).grower;
        let wet = grower.weather.normals.wet.iter().filter(|wet| **wet).count();
        (wet, windows(grower, Appetite::Even, Growing::usual(squash, bush), 2027, &BedSoil::default()))
    };
    let ((none, dry), (all, damp)) = (squashes(20), squashes(120));
    assert_eq!((none, all), (0, 365));
    let open = |found: &[Window]| found.iter().map(|window| (window.until - window.from).get_days() + 1).sum::<i32>();
    assert!(open(&damp) < open(&dry), "damp heat stops them: {damp:?} {dry:?}");
}

/// Usual hardiness of two shrubs against four places far from each other: rosemary bears some −10 °C, horseradish all but the coldest
/// winters there are (common practice).
#[test]
fn what_is_to_stay_is_told_where_a_usual_winter_kills_it_unless_it_is_cleared_before() {
    let places: [(&str, i32, Freezes, [i16; 12], bool); 4] = [
        ("a short season", 5800, Freezes::ByClimate, [-120, -100, -40, 30, 100, 150, 170, 150, 100, 30, -40, -100], true),
        ("a mild winter", 3100, Freezes::ByClimate, [110, 130, 160, 200, 240, 270, 290, 290, 260, 210, 160, 120], false),
        ("without frost", 800, Freezes::Never, [270; 12], false),
        ("the other half", -4300, Freezes::ByClimate, [170, 170, 150, 120, 90, 60, 60, 70, 90, 110, 130, 160], false),
    ];
    for (name, latitude, freezes, means, dies) in places {
        let mut garden = garden_with(1, Units::Metric);
        garden.site.latitude = Latitude(latitude);
        garden.site.freezes = freezes;
        garden.site.months = Some(PlaceMonths { mean: means.map(TenthsC), rain_mm: [70; 12] });
        let mut troubles = |crop: &str, until: Date| {
            let way = Catalogue::standard().crop(crop).expect("it is known").ways[0].key.clone();
            let patch = put(&mut garden, crop, &way, FOUR, date(2027, 5, 20), until);
            let troubles = course_of(&garden, patch).troubles;
            garden.patches.clear();
            troubles
        };
        let years = troubles("rosemary", date(2031, 12, 31));
        assert_eq!(years.len(), usize::from(dies), "{name}: {years:?}");
        if let Some(Trouble::WinterKills { bears_c, percent }) = years.first() {
            assert!((-15..=-9).contains(bears_c) && *percent > 90, "{name}: {bears_c} {percent}");
        }
        assert!(troubles("rosemary", date(2027, 9, 20)).is_empty(), "{name}: it is cleared before winter");
        assert!(troubles("horseradish", date(2031, 12, 31)).is_empty(), "{name}");
    }
}
