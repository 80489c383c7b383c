//! Rotation problems made from a seed: invented, of the shape of a small yard's.

use sparrow_rotate::Feeding;
use sparrow_rotate::{Demand, Family, Instance, Section, Stood};

/// Steele, Lea and Flood's SplitMix64: numbers that look drawn, the same for a seed.
struct Chance(u64);

impl Chance {
    fn draw(&mut self) -> u64 {
        self.0 = self.0.wrapping_add(0x9e37_79b9_7f4a_7c15);
        let mut z = self.0;
        z = (z ^ (z >> 30)).wrapping_mul(0xbf58_476d_1ce4_e5b9);
        z = (z ^ (z >> 27)).wrapping_mul(0x94d0_49bb_1331_11eb);
        z ^ (z >> 31)
    }
}

const FAMILIES: [(&str, u32, u32, Feeding); 9] = [
    ("nightshade", 4, 3, Feeding::Heavy),
    ("cabbage", 4, 3, Feeding::Heavy),
    ("gourd", 3, 2, Feeding::Heavy),
    ("onion", 3, 2, Feeding::Light),
    ("carrot", 3, 1, Feeding::Light),
    ("pea", 3, 1, Feeding::Giver),
    ("beet", 3, 1, Feeding::Light),
    ("daisy", 2, 1, Feeding::Light),
    ("grass", 2, 1, Feeding::Heavy),
];

const CROPS: [(&str, &str, &[&str], bool); 16] = [
    ("tomato", "nightshade", &["main"], true),
    ("pepper", "nightshade", &["main"], false),
    ("potato", "nightshade", &["early", "main"], false),
    ("cabbage", "cabbage", &["early"], false),
    ("kale", "cabbage", &["late"], false),
    ("cucumber", "gourd", &["main"], true),
    ("squash", "gourd", &["main", "late"], false),
    ("onion", "onion", &["early", "main"], false),
    ("garlic", "onion", &["early"], false),
    ("carrot", "carrot", &["main", "late"], false),
    ("pea", "pea", &["early"], true),
    ("bush bean", "pea", &["main"], false),
    ("beet", "beet", &["late"], false),
    ("chard", "beet", &["early", "main"], false),
    ("lettuce", "daisy", &["early"], false),
    ("maize", "grass", &["main"], false),
];

/// The fullest part of a year is asked to hold no more than this, in hundredths of the ground: a list
/// of wishes that a household could hope to meet.
const FULL: u32 = 85;

fn below(chance: &mut Chance, limit: u32) -> u32 {
    (chance.draw() % u64::from(limit)) as u32
}

/// The problem of a seed: so many sections, years and demands, drawn evenly.
pub fn instance(seed: u64, sections: u32, years: i32, demands: usize) -> Instance {
    let mut chance = Chance(seed);
    let sections: Vec<Section> = (0..sections)
        .map(|at| {
            let trellis = at == 0 || below(&mut chance, 4) == 0;
            let tags = if trellis { vec!["trellis".to_string()] } else { Vec::new() };
            Section { id: format!("S{at}"), squares: [9, 12, 16, 18, 20, 24][below(&mut chance, 6) as usize], tags }
        })
        .collect();
    let mut left: Vec<usize> = (0..CROPS.len()).collect();
    let mut demands: Vec<Demand> = (0..demands)
        .map(|number| {
            // More wishes than crops are second sowings.
            if left.is_empty() {
                left = (0..CROPS.len()).collect();
            }
            let drawn = below(&mut chance, left.len() as u32) as usize;
            let (crop, family, slots, trellis) = CROPS[left.remove(drawn)];
            Demand {
                id: if number < CROPS.len() { crop.to_string() } else { format!("{crop} again") },
                family: family.to_string(),
                squares: 2 + below(&mut chance, 8),
                slots: slots.iter().map(|slot| slot.to_string()).collect(),
                needs: if trellis { vec!["trellis".to_string()] } else { Vec::new() },
                years: None,
                overwinters: false,
                feeding: None,
            }
        })
        .collect();
    make_room(&mut demands, &sections);
    let families: Vec<Family> = FAMILIES.map(|(id, interval, risk, feeding)| Family::plain(id, interval, risk, feeding)).into();
    let mut history = Vec::new();
    for year in [-3, -2, -1] {
        for section in &sections {
            for _ in 0..below(&mut chance, 4) {
                let family = families[below(&mut chance, families.len() as u32) as usize].id.clone();
                let stood = Stood::of(year, &section.id, &family);
                if !history.contains(&stood) {
                    history.push(stood);
                }
            }
        }
    }
    let slots = ["early", "main", "late"].map(str::to_string).into();
    Instance { years, slots, sections, families, demands, history, ..Instance::default() }
}

/// Takes squares from the largest wishes until every part of the year holds all, with the trellises.
fn make_room(demands: &mut [Demand], sections: &[Section]) {
    for need in ["", "trellis"] {
        let open = |section: &&Section| need.is_empty() || section.tags.iter().any(|tag| tag == need);
        let room: u32 = sections.iter().filter(open).map(|section| section.squares).sum();
        for slot in ["early", "main", "late"] {
            let inside = |demand: &Demand| {
                demand.slots.iter().any(|own| own == slot) && (need.is_empty() || demand.needs.iter().any(|own| own == need))
            };
            while demands.iter().filter(|demand| inside(demand)).map(|demand| demand.squares).sum::<u32>() * 100 > room * FULL {
                let largest = demands.iter_mut().filter(|demand| inside(demand)).max_by_key(|demand| demand.squares);
                largest.expect("something is wanted").squares -= 1;
            }
        }
    }
}

/// The problem of a seed with its size drawn from it too: 3 to 8 sections, 3 to 6 years but no more than
/// there are sections, 10 to 15 demands.
pub fn drawn(seed: u64) -> Instance {
    let mut chance = Chance(seed.wrapping_mul(7919));
    let sections = 3 + below(&mut chance, 6);
    let years = 3 + below(&mut chance, sections.min(6) - 2) as i32;
    let demands = 10 + below(&mut chance, 6) as usize;
    instance(seed, sections, years, demands)
}
