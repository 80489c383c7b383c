//! Pages that everyone can read and use: axe-core's rules for WCAG 2.0 to 2.2 A and AA in every view and every slip, on a wide screen
//! and on a phone.

use sparrow_browser_tests::{Failure, Gardener, Stage};
use thirtyfour::Key;

/// A walk through the page that notes what axe-core finds wrong at each stop.
struct Walk {
    gardener: Gardener,
    found: Vec<String>,
    stops: usize,
}

impl Walk {
    async fn begin(stage: &Stage, (width, height): (u32, u32)) -> Result<Walk, Failure> {
        Ok(Walk { gardener: stage.gardener(width, height).await?, found: Vec::new(), stops: 0 })
    }

    /// Waits for the words by which a stop is known, and looks.
    async fn stops_at(&mut self, says: &str) -> Result<(), Failure> {
        self.gardener.reads(says).await?;
        self.looks(says).await
    }

    /// Presses a key, waits for what it brings, and looks.
    async fn presses(&mut self, key: &str, says: &str) -> Result<(), Failure> {
        self.gardener.presses(key).await?;
        self.stops_at(says).await
    }

    /// Clicks a button, waits for what it brings, and looks.
    async fn clicks(&mut self, name: &str, says: &str) -> Result<(), Failure> {
        self.gardener.clicks(name).await?;
        self.stops_at(says).await
    }

    /// The same of the first element of a selector, as an assistive program would: by its focus and Enter.
    async fn enters(&mut self, css: &str, says: &str) -> Result<(), Failure> {
        self.gardener.sees(css).await?;
        let focus = "document.querySelector(arguments[0]).focus()";
        self.gardener.driver.execute(focus, vec![css.into()]).await?;
        self.gardener.presses(Key::Enter + "").await?;
        self.stops_at(says).await
    }

    async fn looks(&mut self, at: &str) -> Result<(), Failure> {
        self.stops += 1;
        let driver = &self.gardener.driver;
        if !driver.execute("return 'axe' in window", Vec::new()).await?.convert::<bool>()? {
            let axe = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../web/node_modules/axe-core/axe.min.js");
            driver.execute(std::fs::read_to_string(axe)?, Vec::new()).await?;
        }
        // What sticks to the end of a slip lies over what can be scrolled from under it, which axe takes for covered.
        let unstuck = "for (const foot of document.querySelectorAll('.slip > .foot')) foot.style.position = 'static'";
        driver.execute(unstuck, Vec::new()).await?;
        // Every rule of those tags, and the two that are off unless asked for.
        let script = "const done = arguments[0]; \
            const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']; \
            const rules = { 'target-size': { enabled: true }, 'label-content-name-mismatch': { enabled: true } }; \
            axe.run(document, { runOnly: { type: 'tag', values: tags }, rules }).then(({ violations }) => \
            done(violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.target} ${n.failureSummary}`))))";
        let wrong: Vec<String> = driver.execute_async(script, Vec::new()).await?.convert()?;
        self.found.extend(wrong.into_iter().map(|one| format!("{at}: {one}")));
        Ok(())
    }

    async fn doors(&mut self) -> Result<(), Failure> {
        self.gardener.goes_to("/password#word").await?;
        self.stops_at("Eight letters or more").await?;
        self.gardener.goes_to("/invitation#word").await?;
        self.stops_at("There is no such invitation").await?;
        self.gardener.signs_up("Axe").await?;
        self.clicks("your account", "Where you are signed in").await?;
        self.gardener.clicks("to the gardens").await?;
        self.gardener.clicks("sign out").await?;
        self.gardener.reads("Your own garden").await?;
        self.gardener.goes_to("/").await?;
        self.stops_at("start a new book").await?;
        self.gardener.enters_demo("Quillet Lane").await?;
        self.stops_at("growing places").await
    }

    async fn yard(&mut self) -> Result<(), Failure> {
        self.presses("1", "growing places").await?;
        self.clicks("measure a new bed", "add this bed").await?;
        self.clicks("leave it", "growing places").await?;
        self.clicks("the place", "Name of the garden").await?;
        self.clicks("leave it", "growing places").await?;
        self.clicks("people", "Invite somebody").await?;
        self.gardener.clicks("make a link").await?;
        self.stops_at("For one person").await?;
        self.presses("1", "growing places").await?;
        self.clicks("Kitchen bed", "measure it again").await?;
        self.clicks("measure it again", "keep these measures").await?;
        self.gardener.clicks("add a trellis line").await?;
        self.stops_at("from far side").await?;
        self.clicks("leave it", "measure it again").await?;
        self.clicks("take it away", "Undo brings everything back").await?;
        self.gardener.clicks("the whole yard").await?;
        self.clicks("keys ?", "undo and redo").await?;
        self.gardener.clicks("close").await
    }

    async fn bed(&mut self) -> Result<(), Failure> {
        self.presses("4", "standing").await?;
        self.enters("[data-crop=beet]", "What is known of it").await?;
        self.clicks("the sum", "close the sum").await?;
        self.gardener.presses(Key::Escape + "").await?;
        for (key, says) in [
            ("a", "What should find room"),
            ("g", "A grouping of your own"),
            ("e", "Empty ground"),
            ("c", "Where do they fit?"),
            ("m", "Next rows"),
            ("s", "Sticks to cut"),
        ] {
            self.presses(key, says).await?;
        }
        self.clicks("print tags", "cut along the dashes").await?;
        self.gardener.presses(Key::Escape + "").await?;
        self.gardener.presses("a").await?;
        self.clicks("arrange", "What speaks for it").await?;
        self.gardener.presses(Key::Escape + "").await?;
        self.gardener.presses("/").await?;
        self.gardener.sees("#find-crop:focus").await?;
        self.gardener.presses("pea").await?;
        self.gardener.sees("[role=option][data-highlighted]").await?;
        self.looks("finding a crop").await?;
        self.gardener.presses(Key::Enter + "").await?;
        self.stops_at("in hand").await?;
        self.gardener.presses(Key::Escape + "").await
    }

    async fn season(&mut self) -> Result<(), Failure> {
        self.presses("5", "To settle").await?;
        for (key, says) in [
            ("c", "Frost, as chances"),
            ("h", "On the way"),
            ("a", "reckon the sowings"),
            ("s", "What may start"),
            ("i", "As a file"),
        ] {
            self.presses(key, says).await?;
        }
        self.enters("[data-bar][data-crop=cabbage]", "When it may start here").await?;
        self.enters("[data-free]", "squares").await
    }

    async fn rounds(&mut self) -> Result<(), Failure> {
        self.presses("7", "Written down").await?;
        self.gardener.sets_day("round-day", "2027-05-20").await?;
        self.stops_at("Thursday, 20 May 2027").await?;
        self.clicks("what can hurt, all of it", "Only the stalks are eaten").await?;
        self.gardener.clicks("back to the round").await?;
        self.clicks("the walk", "walk in this order").await?;
        self.gardener.clicks("leave it").await?;
        self.gardener.clicks_on("[data-task*='-thin'] .what").await?;
        self.stops_at("How are seedlings thinned?").await?;
        self.gardener.clicks("put this away").await
    }

    async fn wants(&mut self) -> Result<(), Failure> {
        self.presses("2", "Nothing is written down yet").await?;
        self.presses("n", "Of what").await?;
        self.gardener.chooses("want-crop", "carrot").await?;
        self.gardener.fills("want-many", "20").await?;
        self.gardener.clicks("keep this want").await?;
        self.stops_at("squares for a week").await?;
        self.clicks("change it", "What else there is to say").await?;
        self.gardener.clicks("back").await
    }

    async fn tin(&mut self) -> Result<(), Failure> {
        self.presses("6", "To be sown until").await?;
        self.presses("n", "What it is").await?;
        self.gardener.presses(Key::Escape + "").await?;
        self.enters("[data-lot] .act", "of 100 come up").await?;
        self.presses("t", "Seeds laid out").await?;
        self.gardener.presses(Key::Escape + "").await?;
        self.clicks("change it", "What else there is to say").await?;
        self.gardener.clicks("back").await
    }

    async fn turns(&mut self) -> Result<(), Failure> {
        self.presses("3", "pieces of ground").await?;
        for (key, says) in [("w", "Wishes"), ("r", "Which rule leads"), ("k", "Kept plans")] {
            self.presses(key, says).await?;
        }
        self.gardener.clicks("the years").await?;
        self.presses("p", "no plan is better").await?;
        self.clicks("keep this plan", "look again").await?;
        self.presses("c", "Ways out").await?;
        self.gardener.presses(Key::Escape + "").await?;
        self.enters("[data-cell]", "square").await?;
        self.enters("[aria-label='The year 2027']", "as First plan has it").await
    }
}

async fn walks(size: (u32, u32)) -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let mut walk = Walk::begin(&stage, size).await?;
    walk.doors().await?;
    walk.yard().await?;
    walk.bed().await?;
    walk.season().await?;
    walk.wants().await?;
    walk.tin().await?;
    walk.rounds().await?;
    walk.turns().await?;
    assert!(walk.stops >= 46, "{} stops", walk.stops);
    assert!(walk.found.is_empty(), "{}", walk.found.join("\n\n"));
    walk.gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn axe_finds_nothing_wrong_with_any_view_or_slip_on_a_wide_screen() -> Result<(), Failure> {
    walks((1280, 800)).await
}

#[tokio::test(flavor = "multi_thread")]
async fn axe_finds_nothing_wrong_with_any_view_or_slip_on_a_phone() -> Result<(), Failure> {
    walks((390, 844)).await
}
