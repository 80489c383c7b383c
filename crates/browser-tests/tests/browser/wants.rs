//! What a household would like to have: from the kitchen table's words to plants, ground, the years ahead and the plan.

use jiff::civil::date;
use sparrow_browser_tests::{Failure, Gardener, Stage};
use std::time::Instant;
use thirtyfour::Key;

/// How the page is used: with the mouse, or with keys alone.
#[derive(Clone, Copy, PartialEq)]
enum By {
    Mouse,
    Keys,
}

impl By {
    /// Presses a button or follows a link of that name.
    async fn takes(self, gardener: &Gardener, name: &str) -> Result<(), Failure> {
        match self {
            By::Mouse => gardener.clicks(name).await,
            By::Keys => gardener.tabs_to_button(name).await,
        }
    }

    /// The same by a selector.
    async fn takes_at(self, gardener: &Gardener, css: &str) -> Result<(), Failure> {
        match self {
            By::Mouse => gardener.clicks_on(css).await,
            By::Keys => {
                gardener.sees(css).await?;
                gardener.tabs_to(css).await?;
                gardener.presses(Key::Enter + "").await
            }
        }
    }

    /// Goes to a view of the spine, or presses its key.
    async fn goes_to(self, gardener: &Gardener, view: u8) -> Result<(), Failure> {
        match self {
            By::Mouse => gardener.clicks_on(&format!("nav button:nth-of-type({view})")).await,
            By::Keys => gardener.presses(view.to_string()).await,
        }
    }

    /// Chooses in a list, or types into a field.
    async fn says(self, gardener: &Gardener, field: &str, said: &str) -> Result<(), Failure> {
        match (self, field) {
            (By::Mouse, "want-crop" | "want-by") => gardener.chooses(field, said).await,
            (By::Mouse, _) => gardener.fills(field, said).await,
            (By::Keys, _) => {
                gardener.sees(&format!("[name={field}]")).await?;
                if gardener.counts(&format!("[name={field}]:focus")).await? == 0 {
                    gardener.tabs_to(&format!("[name={field}]")).await?;
                }
                gardener.presses(said).await
            }
        }
    }
}

/// Three wants, and a wish of each for the years ahead.
async fn says_what_is_wanted(by: By, gardener: &Gardener) -> Result<(), Failure> {
    by.goes_to(gardener, 2).await?;
    gardener.reads("Nothing is written down yet").await?;
    let wants: [&[(&str, &str)]; 3] = [
        &[("want-crop", "tomato"), ("want-by", "jars"), ("want-many", "20")],
        &[("want-crop", "carrot"), ("want-by", "meals")],
        &[("want-crop", "lettuce"), ("want-by", "meals")],
    ];
    for (n, want) in wants.into_iter().enumerate() {
        match by {
            By::Mouse => gardener.clicks("write down a want").await?,
            By::Keys => gardener.presses("n").await?,
        }
        for (field, said) in want {
            by.says(gardener, field, said).await?;
        }
        by.takes(gardener, "keep this want").await?;
        gardener.comes_to_count("[data-want]", n + 1).await?;
    }
    by.takes(gardener, "wish for all of it in the Turns (3 wishes)").await?;
    gardener.reads_no_more("wish for all of it").await
}

/// The one question: tomatoes for twenty jars, carrots all summer, a salad every other day from May; from there to squares, to the years, to
/// a bed, to sowings, to seeds and to what is to be got.
async fn the_whole_question(by: By) -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.signs_up("Jar Filler").await?;
    gardener.plans_a_bed("Long bed", "16 ft", "4 ft").await?;
    let begun = Instant::now();
    says_what_is_wanted(by, &gardener).await?;

    by.goes_to(&gardener, 3).await?;
    gardener.reads("propose the years").await?;
    match by {
        By::Mouse => gardener.clicks("propose the years").await?,
        By::Keys => gardener.presses("p").await?,
    }
    gardener.reads("no plan is better").await?;
    by.takes(&gardener, "keep this plan").await?;
    gardener.reads_no_more("keep this plan").await?;
    by.takes_at(&gardener, "[aria-label='The year 2027']").await?;
    gardener.reads("as First plan has it").await?;
    by.takes_at(&gardener, "[aria-label^='lay out']").await?;
    gardener.reads("What should find room here?").await?;
    gardener.comes_to_count("[data-wishes] input", 3).await?;
    by.takes(&gardener, "arrange").await?;
    gardener.sees("[data-plant]").await?;
    by.takes(&gardener, "plant it so").await?;
    gardener.sees("[data-patch]").await?;

    by.goes_to(&gardener, 5).await?;
    for crop in ["tomato", "carrot", "lettuce"] {
        gardener.sees(&format!("[data-bar][data-crop={crop}]")).await?;
    }
    by.goes_to(&gardener, 6).await?;
    gardener.comes_to_count("[data-needs] tbody tr", 3).await?;
    for crop in ["tomato", "carrot", "lettuce"] {
        gardener.reads(crop).await?;
    }
    gardener.comes_to_count("[data-needs] .grave", 3).await?;
    println!("the whole question took {:.0} s", begun.elapsed().as_secs_f64());

    // Told back: what was wished, and what is planned of it.
    by.goes_to(&gardener, 2).await?;
    gardener.comes_to_count("[data-want]", 3).await?;
    gardener.reads("planned").await?;
    gardener.reads_no_more("not planned").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn one_question_goes_from_jars_to_a_shopping_list_with_the_mouse() -> Result<(), Failure> {
    the_whole_question(By::Mouse).await
}

#[tokio::test(flavor = "multi_thread")]
async fn one_question_goes_from_jars_to_a_shopping_list_with_keys_alone() -> Result<(), Failure> {
    the_whole_question(By::Keys).await
}

/// Nothing was wanted yet, and the form for the first want is open.
async fn writes_the_first() -> Result<(Stage, Gardener), Failure> {
    let stage = Stage::open_on(date(2027, 1, 5)).await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.presses("2").await?;
    gardener.reads("Nothing is written down yet").await?;
    gardener.presses("n").await?;
    Ok((stage, gardener))
}

/// The scene: tomatoes for twenty jars, carrots all summer, a salad every other day from May.
#[tokio::test(flavor = "multi_thread")]
async fn wants_come_to_squares_and_go_into_the_years_ahead() -> Result<(), Failure> {
    let (_stage, gardener) = writes_the_first().await?;
    gardener.chooses("want-crop", "tomato").await?;
    gardener.chooses("want-by", "jars").await?;
    gardener.reads("only by tested recipes").await?;
    gardener.fills("want-many", "many").await?;
    gardener.clicks("keep this want").await?;
    gardener.reads("“many” is no whole number").await?;
    gardener.fills("want-many", "20").await?;
    gardener.clicks("keep this want").await?;
    // By hand: 20 quarts of 3 lb; a plant gives 2 to 9 lb by the guides.
    gardener.reads("7 to 31 plants").await?;
    gardener.reads("20 jars of a quart").await?;

    gardener.presses("n").await?;
    gardener.chooses("want-crop", "carrot").await?;
    gardener.fills("want-many", "40").await?;
    gardener.clicks("keep this want").await?;
    gardener.reads("40 lb").await?;
    gardener.presses("n").await?;
    gardener.chooses("want-crop", "lettuce").await?;
    gardener.chooses("want-by", "meals").await?;
    gardener.clicks("keep this want").await?;
    gardener.reads("for 2, every 2 days, May to Sep").await?;
    gardener.comes_to_count("[data-want]", 3).await?;
    gardener.sees("[data-ground]").await?;

    // Into the years ahead, once; and back out of all of it.
    gardener.clicks_on("[data-want] .act").await?;
    gardener.reads("a plant gives").await?;
    let wish = "return [...document.querySelectorAll('.slip button')].find((one) => /in the Turns$/.test(one.innerText))?.innerText ?? ''";
    let words: String = gardener.driver.execute(wish, Vec::new()).await?.convert()?;
    assert!(words.starts_with("wish for "), "{words}");
    gardener.clicks(&words).await?;
    gardener.reads("a year, in the Turns").await?;
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.clicks("want it no longer").await?;
    gardener.comes_to_count("[data-want]", 2).await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_square_is_told_by_what_it_is_worth_and_a_salad_is_sown_in_turns() -> Result<(), Failure> {
    let (_stage, gardener) = writes_the_first().await?;
    gardener.chooses("want-crop", "carrot").await?;
    gardener.fills("want-many", "40").await?;
    gardener.fills("want-worth", "dear").await?;
    gardener.clicks("keep this want").await?;
    gardener.reads("“dear” is no price").await?;
    gardener.fills("want-worth", "40").await?;
    gardener.clicks("keep this want").await?;
    gardener.chooses("of-a-square", "a square is worth").await?;
    // By hand: 160 to 343 carrots, sixteen to a square, are 10 to 21 squares of which all are worth 40.
    gardener.reads("1.90 to 4.00").await?;
    gardener.chooses("of-a-square", "a plant takes").await?;
    gardener.reads("16 to a square").await?;

    gardener.clicks("write down a want").await?;
    gardener.chooses("want-crop", "lettuce").await?;
    gardener.chooses("want-by", "meals").await?;
    gardener.clicks("keep this want").await?;
    gardener.reads("in the ground").await?;
    gardener.clicks("reckon its sowings in the Season").await?;
    gardener.reads("Sow again").await?;
    let crop = "return document.querySelector('[name=series-crop]').value";
    assert_eq!(gardener.driver.execute(crop, Vec::new()).await?.convert::<String>()?, "lettuce");
    gardener.clicks("reckon the sowings").await?;
    gardener.sees("[data-sowings] li").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn wants_fit_a_phone_and_go_with_keys_alone() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 1, 5)).await?;
    let phone = stage.gardener(390, 844).await?;
    phone.opens("Quillet Lane").await?;
    phone.clicks_on("nav button:nth-of-type(2)").await?;
    phone.reads("Nothing is written down yet").await?;
    phone.presses("n").await?;
    phone.sees("[name=want-crop]:focus").await?;
    phone.presses("maize").await?;
    phone.tabs_to("[name=want-many]").await?;
    phone.presses("30").await?;
    phone.presses(Key::Enter + "").await?;
    phone.reads("squares for a week").await?;
    let wide = "return document.documentElement.scrollWidth - document.documentElement.clientWidth";
    let over: i64 = phone.driver.execute(wide, Vec::new()).await?.convert()?;
    assert!(over <= 0, "{over} px too wide");
    phone.leaves().await
}
