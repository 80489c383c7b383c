//! Do the windows of a climate tell its planting calendar better than the calendar of the climate most like it would?
//!
//! A gardener without a calendar of their own takes the next one and moves it by the frosts. How far such a calendar agrees is
//! also how far calendars agree with each other: custom, soil and caution are in it as well as climate.

use crate::common::{Compared, OF_SEASONS, PLACES, TOLERANCE, apart, compare, day, lines};
use sparrow_core::catalogue::Catalogue;
use sparrow_facts::site::{Latitude, Longitude};

const HEAD: &str = "climate,crop,way,means,from,to";

/// A place of the calendars.
struct Place {
    name: &'static str,
    south: bool,
    /// The even-chance last and first frost, where it freezes.
    frosts: Option<[i32; 2]>,
    /// The means of the months, from midwinter's on \[°C\].
    means: Vec<f64>,
}

fn places() -> Vec<Place> {
    let place = |place: Vec<&'static str>| {
        let hundredths = |text: &str| (text.parse::<f64>().expect("degrees") * 100.0).round() as i32;
        let (latitude, longitude) = (Latitude(hundredths(place[1])), Longitude(hundredths(place[2])));
        let months = sparrow_places::climate::months(latitude, longitude, None).expect("land");
        let south = latitude.0 < 0;
        let mut means: Vec<f64> = months.mean.iter().map(|mean| mean.celsius()).collect();
        means.rotate_left(if south { 6 } else { 0 });
        let frosts = (!place[3].is_empty()).then(|| [day(place[3]), day(place[4])]);
        Place { name: place[0], south, frosts, means }
    };
    let told = |place: &Vec<&str>| OF_SEASONS.iter().any(|table| lines(table).any(|line| line[0] == place[0]));
    lines(PLACES).filter(told).map(place).collect()
}

/// The climate most like it, month by month.
fn nearest<'a>(of: &Place, places: &'a [Place]) -> &'a Place {
    let far = |one: &Place| of.means.iter().zip(&one.means).map(|(a, b)| (a - b).powi(2)).sum::<f64>();
    let others = places.iter().filter(|one| one.name != of.name);
    others.min_by(|a, b| far(a).total_cmp(&far(b))).expect("more than one place")
}

/// A day of a neighbour's calendar moved to a place: by half a year to the other half of the world, and by the frosts of its
/// half of the year.
fn moved(end: i32, from: &Place, to: &Place) -> i32 {
    let half = if from.south == to.south { 0 } else { 182 };
    let frost = from.frosts.zip(to.frosts).map_or(0, |(theirs, ours)| {
        let side = usize::from(end >= 182);
        apart(ours[side], theirs[side])
    });
    end + half + frost
}

/// Ends of a line that agree with the nearest season of a neighbour's calendar; nothing where it has none of that crop.
fn agree(line: &[&str], theirs: &[Vec<&str>], from: &Place, to: &Place) -> Option<usize> {
    let off = |their: &Vec<&str>| [4, 5].map(|end| apart(moved(day(their[end]), from, to), day(line[end])).abs());
    let same = theirs.iter().filter(|their| their[1..4] == line[1..4]).map(off);
    let best = same.min_by_key(|off| off.iter().map(|days| (*days).min(60)).sum::<i32>())?;
    Some(best.into_iter().filter(|days| *days <= TOLERANCE).count())
}

#[test]
fn windows_tell_a_calendar_better_than_the_calendar_of_the_climate_most_like_it() {
    let (places, all): (_, Vec<Vec<&str>>) = (places(), OF_SEASONS.iter().flat_map(|table| lines(table)).collect());
    let (mut ours, mut neighbours, mut ends) = (0, 0, 0);
    for place in &places {
        let next = nearest(place, &places);
        let theirs: Vec<Vec<&str>> = all.iter().filter(|line| line[0] == next.name).cloned().collect();
        let both =
            all.iter().filter(|line| line[0] == place.name).filter_map(|line| Some((line, agree(line, &theirs, next, place)?)));
        let (table, agreed): (Vec<String>, Vec<usize>) = both.map(|(line, agreed)| (line.join(","), agreed)).unzip();
        let found = compare(Catalogue::standard(), PLACES, &format!("{HEAD}\n{}", table.join("\n")));
        let (windows, calendar) = (found.iter().map(Compared::inside).sum::<usize>(), agreed.iter().sum::<usize>());
        println!("{} by {}: windows {windows}, calendar {calendar} of {}", place.name, next.name, 2 * table.len());
        ours += windows;
        neighbours += calendar;
        ends += 2 * table.len();
    }
    println!("windows {ours}, calendars {neighbours} of {ends}");
    assert!(ours > neighbours, "windows {ours}, calendars {neighbours} of {ends}");
}
