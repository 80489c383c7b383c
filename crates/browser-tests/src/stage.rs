//! A stage: the server on a database of its own, a ChromeDriver, and browsers on it.

use patient_sparrow::{Settings, TestServer};
use sparrow_cluster::{Cluster, Way};
use sparrow_store::Store;
use std::process::Stdio;
use std::sync::atomic::{AtomicU32, Ordering};
use std::time::Duration;
use thirtyfour::common::print::{PrintOrientation, PrintParameters};
use thirtyfour::error::WebDriverErrorInner;
use thirtyfour::prelude::*;
use thirtyfour::{Key, TypingData};
use tokio::process::{Child, Command};

/// What is told when something on the stage fails.
pub type Failure = Box<dyn std::error::Error + Send + Sync>;

/// The day it is on every stage: in winter, when the coming year is planned.
pub const TODAY: jiff::civil::Date = jiff::civil::date(2026, 11, 23);

/// Noon of a day: the same day nearly everywhere.
fn noon(day: jiff::civil::Date) -> Result<jiff::Timestamp, jiff::Error> {
    Ok(day.at(12, 0, 0, 0).to_zoned(jiff::tz::TimeZone::UTC)?.timestamp())
}

/// Does something with an element once more, when the page has drawn it anew in between: nobody who looks at it would notice.
async fn redrawn<T>(does: impl AsyncFn() -> WebDriverResult<T>) -> WebDriverResult<T> {
    let end = tokio::time::Instant::now() + PATIENCE;
    loop {
        match does().await {
            Err(error) if matches!(error.as_inner(), WebDriverErrorInner::StaleElementReference(_)) => {
                if tokio::time::Instant::now() >= end {
                    return Err(error);
                }
            }
            done => return done,
        }
    }
}

/// A running server with a driver for browsers.
pub struct Stage {
    driver_address: String,
    // Dropped in this order: the driver with its browsers, the server with its connections, then the database.
    _driver: Child,
    aside: TestServer,
    _cluster: Option<Cluster>,
}

static STAGES: AtomicU32 = AtomicU32::new(0);

impl Stage {
    /// The same as [`Stage::open`] on another day; the households are made on it.
    pub async fn open_on(day: jiff::civil::Date) -> Result<Stage, Failure> {
        let (cluster, url) = Stage::database().await?;
        Stage::over(&url, cluster, day).await
    }

    /// Starts a demo server on a new database: on the server of `TEST_DATABASE_URL`, or on a cluster of its own.
    pub async fn open() -> Result<Stage, Failure> {
        let (cluster, url) = Stage::database().await?;
        Stage::over(&url, cluster, TODAY).await
    }

    /// The same, and the way to its database, which can be cut.
    pub async fn open_with_a_way() -> Result<(Stage, Way), Failure> {
        let (cluster, url) = Stage::database().await?;
        let way = Way::to(&url)?;
        let name = url.split('?').next().and_then(|url| url.rsplit('/').next()).ok_or("a name")?;
        Ok((Stage::over(&way.url(name), cluster, TODAY).await?, way))
    }

    async fn database() -> Result<(Option<Cluster>, String), Failure> {
        let number = STAGES.fetch_add(1, Ordering::Relaxed);
        let name = format!("browser_{}_{number}", std::process::id());
        let (cluster, url) = Cluster::for_tests(&name)?;
        Ok((cluster, Store::make_database(&url, &name).await?))
    }

    async fn over(url: &str, cluster: Option<Cluster>, day: jiff::civil::Date) -> Result<Stage, Failure> {
        let store = Store::open(url).await?;
        let settings = Settings { workers: 1, ..Settings::demo(Some(noon(day)?)) };
        let aside = TestServer::start(store, settings).await?;
        let (driver, driver_address) = start_driver().await?;
        Ok(Stage { driver_address, _driver: driver, aside, _cluster: cluster })
    }

    /// The server's address.
    pub fn address(&self) -> &str {
        &self.aside.address
    }

    /// A new browser with nothing in its pockets, in a window of that size.
    pub async fn gardener(&self, width: u32, height: u32) -> Result<Gardener, Failure> {
        self.gardener_at(&self.aside.address, width, height).await
    }

    /// The same, which reaches the server at another address, such as over a line that can be cut.
    pub async fn gardener_at(&self, address: &str, width: u32, height: u32) -> Result<Gardener, Failure> {
        let mut wishes = DesiredCapabilities::chrome();
        for argument in [
            "--headless",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--hide-scrollbars",
            "--force-prefers-reduced-motion",
        ] {
            wishes.add_arg(argument)?;
        }
        wishes.add_arg(&format!("--window-size={width},{height}"))?;
        wishes.set_binary("/usr/bin/chromium")?;
        let driver = WebDriver::new(&self.driver_address, wishes).await?;
        // The size is the page's; the window's own frame comes on top.
        let inner = driver.execute("return innerHeight", Vec::new()).await?.convert::<u32>()?;
        driver.set_window_rect(0, 0, width, height * 2 - inner.min(height)).await?;
        Ok(Gardener { driver, address: address.to_string() })
    }
}

/// Starts ChromeDriver on a free port and waits until it says so.
///
/// It looks for a port that is free on one of the machine's two addresses and ends when another has just taken the same
/// number on the other one; stages opened side by side meet so now and then. Another start finds another port.
async fn start_driver() -> Result<(Child, String), Failure> {
    let mut said = String::new();
    for _ in 0..5 {
        match try_driver().await? {
            Ok(started) => return Ok(started),
            Err(complaint) => said = complaint,
        }
    }
    Err(format!("chromedriver ended five times before it was ready: {said}").into())
}

/// One start of ChromeDriver: itself and its address, or what it said before it ended.
async fn try_driver() -> Result<Result<(Child, String), String>, Failure> {
    use tokio::io::{AsyncBufReadExt, BufReader};
    let mut driver = Command::new("/usr/bin/chromedriver")
        .arg("--port=0")
        .stdout(Stdio::piped())
        .stderr(Stdio::null())
        .kill_on_drop(true)
        .spawn()?;
    let mut lines = BufReader::new(driver.stdout.take().ok_or("chromedriver has no output")?).lines();
    let mut said = Vec::new();
    while let Some(line) = lines.next_line().await? {
        if let Some(port) = line.strip_suffix('.').and_then(|line| line.rsplit_once("on port ")).map(|(_, port)| port.to_string())
        {
            // Its later lines must go somewhere, or it would stop when the pipe is full.
            tokio::spawn(async move { while let Ok(Some(_)) = lines.next_line().await {} });
            return Ok(Ok((driver, format!("http://127.0.0.1:{port}"))));
        }
        said.push(line);
    }
    Ok(Err(said.join(" ")))
}

/// A person at a browser.
pub struct Gardener {
    /// The browser, for what the words below do not say.
    pub driver: WebDriver,
    address: String,
}

/// How long the page may take before a test gives up.
const PATIENCE: Duration = Duration::from_secs(20);

impl Gardener {
    /// Opens an address of the page.
    pub async fn goes_to(&self, path: &str) -> Result<(), Failure> {
        Ok(self.driver.goto(format!("{}{path}", self.address)).await?)
    }

    /// The first displayed element of a selector, once it is there.
    pub async fn sees(&self, css: &str) -> Result<WebElement, Failure> {
        Ok(redrawn(async || self.shown(By::Css(css)).await).await?)
    }

    async fn shown(&self, by: By) -> WebDriverResult<WebElement> {
        self.driver.query(by).wait(PATIENCE, Duration::from_millis(20)).and_displayed().first().await
    }

    /// What is to be read in the first displayed element of a selector.
    pub async fn reads_in(&self, css: &str) -> Result<String, Failure> {
        Ok(redrawn(async || self.shown(By::Css(css)).await?.text().await).await?)
    }

    /// What an attribute of that element says.
    pub async fn says_of(&self, css: &str, attribute: &str) -> Result<Option<String>, Failure> {
        Ok(redrawn(async || self.shown(By::Css(css)).await?.attr(attribute).await).await?)
    }

    /// Waits until some text is to be read somewhere on the page, and fails with what is there instead.
    pub async fn reads(&self, text: &str) -> Result<(), Failure> {
        let found = self.until(|page| page.contains(text)).await?;
        if found { Ok(()) } else { Err(format!("“{text}” is not to be read in:\n{}", self.page().await?).into()) }
    }

    /// Waits until some text is gone from the page.
    pub async fn reads_no_more(&self, text: &str) -> Result<(), Failure> {
        let gone = self.until(|page| !page.contains(text)).await?;
        if gone { Ok(()) } else { Err(format!("“{text}” is still to be read").into()) }
    }

    /// All that is to be read on the page, on one line.
    pub async fn page(&self) -> Result<String, Failure> {
        // Asked of the browser in one step: a driver's own way to read a page looks at every element of it, time and again.
        let text = self.driver.execute("return document.body.innerText", Vec::new()).await?.convert::<String>()?;
        Ok(text.split_whitespace().collect::<Vec<_>>().join(" "))
    }

    async fn until(&self, holds: impl Fn(&str) -> bool) -> Result<bool, Failure> {
        let end = tokio::time::Instant::now() + PATIENCE;
        let mut beat = tokio::time::interval(Duration::from_millis(25));
        while tokio::time::Instant::now() < end {
            if holds(&self.page().await.unwrap_or_default()) {
                return Ok(true);
            }
            beat.tick().await;
        }
        Ok(false)
    }

    /// Clicks the button or link of that name.
    pub async fn clicks(&self, name: &str) -> Result<(), Failure> {
        let quoted = if name.contains('\'') { format!("\"{name}\"") } else { format!("'{name}'") };
        let path = format!("//*[self::button or self::a or self::label][normalize-space(.)={quoted}]");
        Ok(redrawn(async || self.clicks_in_view(By::XPath(&path)).await).await?)
    }

    /// Clicks in the middle of the window: a foot that sticks to the slip's end may lie over what is at its edge.
    async fn clicks_in_view(&self, by: By) -> WebDriverResult<()> {
        let button = self.shown(by).await?;
        button.scroll_into_view().await?;
        button.click().await
    }

    /// Clicks the first element of a selector.
    pub async fn clicks_on(&self, css: &str) -> Result<(), Failure> {
        Ok(redrawn(async || self.shown(By::Css(css)).await?.click().await).await?)
    }

    /// Clicks on what unfolds until it is open: a page that moves just then is missed now and then, by a thumb too.
    pub async fn unfolds(&self, details: &str) -> Result<(), Failure> {
        let end = tokio::time::Instant::now() + PATIENCE;
        while self.counts(&format!("{details}[open]")).await? == 0 {
            if tokio::time::Instant::now() >= end {
                return Err(format!("{details} does not unfold").into());
            }
            let closed = By::Css(format!("{details}:not([open]) > summary"));
            redrawn(async || self.clicks_in_view(closed.clone()).await).await?;
        }
        Ok(())
    }

    /// Clicks a place in an element, in fractions of its width and height from the top left.
    pub async fn clicks_at(&self, css: &str, across: f64, down: f64) -> Result<(), Failure> {
        self.drags(css, (across, down), (across, down)).await
    }

    /// Drags from one place in an element to another, in fractions of its size; no way at all is a click.
    pub async fn drags(&self, css: &str, from: (f64, f64), to: (f64, f64)) -> Result<(), Failure> {
        let element = self.sees(css).await?;
        let size = element.rect().await?;
        // Offsets are counted from the element's middle.
        let at = |(x, y): (f64, f64)| (((x - 0.5) * size.width) as i64, ((y - 0.5) * size.height) as i64);
        let ((x0, y0), (x1, y1)) = (at(from), at(to));
        let chain = self.driver.action_chain().move_to_element_with_offset(&element, x0, y0).click_and_hold();
        let chain = if from == to { chain } else { chain.move_to_element_with_offset(&element, x1, y1) };
        Ok(chain.release().perform().await?)
    }

    /// Presses Tab until the focus is on an element of that selector.
    pub async fn tabs_to(&self, css: &str) -> Result<(), Failure> {
        self.tabs_until("document.activeElement.matches(arguments[0])", css).await
    }

    /// Presses Tab until the focus is on the button of that name, and Enter on it.
    pub async fn tabs_to_button(&self, name: &str) -> Result<(), Failure> {
        let on_it = "document.activeElement.matches('button') && document.activeElement.innerText.trim() === arguments[0]";
        self.tabs_until(on_it, name).await?;
        self.presses(Key::Enter + "").await
    }

    async fn tabs_until(&self, there: &str, what: &str) -> Result<(), Failure> {
        for _ in 0..120 {
            self.presses(Key::Tab + "").await?;
            let is_there = self.driver.execute(format!("return {there}"), vec![what.into()]).await?;
            if is_there.convert::<bool>()? {
                return Ok(());
            }
        }
        Err(format!("Tab never comes to {what}").into())
    }

    /// How many elements of a selector there are.
    pub async fn counts(&self, css: &str) -> Result<usize, Failure> {
        Ok(self.driver.find_all(By::Css(css)).await?.len())
    }

    /// Waits until there are that many elements of a selector.
    pub async fn comes_to_count(&self, css: &str, wanted: usize) -> Result<(), Failure> {
        self.comes_to(css, |many| many == wanted, &wanted.to_string()).await
    }

    /// Waits until there are more elements of a selector than there were.
    pub async fn comes_to_more(&self, css: &str, than: usize) -> Result<(), Failure> {
        self.comes_to(css, |many| many > than, &format!("more than {than}")).await
    }

    async fn comes_to(&self, css: &str, holds: impl Fn(usize) -> bool, wanted: &str) -> Result<(), Failure> {
        let end = tokio::time::Instant::now() + PATIENCE;
        let mut beat = tokio::time::interval(Duration::from_millis(25));
        let mut last = usize::MAX;
        while tokio::time::Instant::now() < end {
            last = self.counts(css).await?;
            if holds(last) {
                return Ok(());
            }
            beat.tick().await;
        }
        Err(format!("{last} of {css} instead of {wanted}").into())
    }

    /// Types into the field of that name, in place of what was there.
    pub async fn fills(&self, field: &str, text: &str) -> Result<(), Failure> {
        let css = format!("[name='{field}']");
        let types = async || {
            let input = self.shown(By::Css(css.clone())).await?;
            input.send_keys(Key::Control + "a").await?;
            input.send_keys(text).await
        };
        Ok(redrawn(types).await?)
    }

    /// Sets a field for dates, whose own keys depend on the browser's language, to a day such as 2027-07-01.
    pub async fn sets_day(&self, field: &str, day: &str) -> Result<(), Failure> {
        self.sees(&format!("[name='{field}']")).await?;
        let set = "const f = document.querySelector(`[name='${arguments[0]}']`); f.value = arguments[1];
                   f.dispatchEvent(new Event('change', { bubbles: true }));";
        self.driver.execute(set, vec![field.into(), day.into()]).await?;
        Ok(())
    }

    /// Gives a file of that name and text to the field for files of that name.
    pub async fn hands_in(&self, field: &str, name: &str, text: &str) -> Result<(), Failure> {
        let folder =
            std::env::temp_dir().join(format!("handed-{}-{}", std::process::id(), STAGES.fetch_add(1, Ordering::Relaxed)));
        std::fs::create_dir_all(&folder)?;
        let file = folder.join(name);
        std::fs::write(&file, text)?;
        self.sees(&format!("[name='{field}']")).await?.send_keys(file.to_string_lossy().as_ref()).await?;
        Ok(())
    }

    /// Chooses an option of the field of that name by its words.
    pub async fn chooses(&self, field: &str, option: &str) -> Result<(), Failure> {
        let css = format!("select[name='{field}']");
        let choose = async || {
            let select = thirtyfour::components::SelectElement::new(&self.shown(By::Css(css.clone())).await?).await?;
            select.select_by_visible_text(option).await
        };
        Ok(redrawn(choose).await?)
    }

    /// Presses keys wherever the focus is.
    pub async fn presses(&self, keys: impl Into<TypingData>) -> Result<(), Failure> {
        Ok(self.driver.action_chain().send_keys(keys).perform().await?)
    }

    /// Presses a key while modifier keys are held down.
    pub async fn chords(&self, held: &[Key], key: char) -> Result<(), Failure> {
        let chain = held.iter().fold(self.driver.action_chain(), |chain, modifier| chain.key_down(modifier.clone()));
        let chain = held.iter().rev().fold(chain.send_keys(key.to_string()), |chain, modifier| chain.key_up(modifier.clone()));
        Ok(chain.perform().await?)
    }

    /// Signs up as a newcomer.
    pub async fn signs_up(&self, name: &str) -> Result<(), Failure> {
        self.goes_to("/").await?;
        self.fills("name", name).await?;
        self.fills("password", "a long enough word").await?;
        self.clicks("start a new book").await?;
        self.reads(&format!("Gardens of {name}")).await
    }

    /// Enters an invented household by its door.
    pub async fn enters_demo(&self, door: &str) -> Result<(), Failure> {
        self.goes_to("/").await?;
        self.clicks(door).await
    }

    /// Takes a picture of the page into a file.
    pub async fn takes_picture(&self, file: &std::path::Path) -> Result<(), Failure> {
        // Fonts are part of the picture.
        self.driver.execute_async("document.fonts.ready.then(() => arguments[0]())", Vec::new()).await?;
        Ok(self.driver.screenshot(file).await?)
    }

    /// Prints the page on A4, lying, and reads what the paper says, on one line.
    pub async fn prints(&self) -> Result<String, Failure> {
        self.driver.execute_async("document.fonts.ready.then(() => arguments[0]())", Vec::new()).await?;
        let paper = PrintParameters { orientation: PrintOrientation::Landscape, ..PrintParameters::default() };
        let printed = self.driver.print_page(paper).await?;
        let folder = std::env::temp_dir();
        let file = folder.join(format!("printed-{}-{}.pdf", std::process::id(), STAGES.fetch_add(1, Ordering::Relaxed)));
        std::fs::write(&file, printed)?;
        let read = Command::new("/usr/bin/pdftotext").arg("-layout").arg(&file).arg("-").output().await?;
        std::fs::remove_file(&file)?;
        Ok(String::from_utf8_lossy(&read.stdout).split_whitespace().collect::<Vec<_>>().join(" "))
    }

    /// Opens a household of the demo by its door, as far as its yard.
    pub async fn opens(&self, household: &str) -> Result<(), Failure> {
        self.enters_demo(household).await?;
        // One's only garden opens by itself.
        self.reads("growing places").await
    }

    /// Says of a new garden that an even chance of frost ends on 25 April and begins on 20 October.
    pub async fn knows_its_frosts(&self) -> Result<(), Failure> {
        self.chooses("freezes", "on two dates I know").await?;
        for (field, day, month) in [("last-frost", "25", "Apr"), ("first-frost", "20", "Oct")] {
            self.fills(&format!("{field}-day"), day).await?;
            self.chooses(&format!("{field}-month"), month).await?;
        }
        Ok(())
    }

    /// Makes a garden with one raised bed, as a newcomer, and opens that bed.
    pub async fn plans_a_bed(&self, name: &str, length: &str, width: &str) -> Result<(), Failure> {
        self.fills("garden-name", "Test yard").await?;
        self.fills("latitude", "44.9").await?;
        self.fills("longitude", "-93.2").await?;
        self.reads("Usual nights and days").await?;
        self.knows_its_frosts().await?;
        self.clicks("make this garden").await?;
        self.clicks("measure the first bed (n)").await?;
        for (field, text) in [("bed-name", name), ("length", length), ("width", width)] {
            self.fills(field, text).await?;
        }
        self.clicks("add this bed").await?;
        self.clicks("open the bed").await?;
        self.reads("Nothing is laid out here this year").await
    }

    /// Opens a bed in the Bed view; keys are for its squares then.
    pub async fn opens_bed(&self, name: &str) -> Result<(), Failure> {
        self.presses("4").await?;
        let select = thirtyfour::components::SelectElement::new(&self.sees("#which-bed").await?).await?;
        select.select_by_visible_text(name).await?;
        // The select keeps the focus; it goes back to the squares.
        self.driver.execute("document.activeElement.blur()", Vec::new()).await?;
        self.sees(&format!("svg[aria-label='Plan of {name}']")).await.map(drop)
    }

    /// Selects the first patch of a crop on the plan.
    pub async fn selects(&self, crop: &str) -> Result<(), Failure> {
        self.clicks_at(&format!("[data-crop={crop}] .edge"), 0.5, 0.5).await?;
        self.sees(&format!("[data-crop={crop}][data-chosen=true]")).await.map(drop)
    }

    /// Leaves the browser.
    pub async fn leaves(self) -> Result<(), Failure> {
        Ok(self.driver.quit().await?)
    }
}
