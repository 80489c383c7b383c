//! What a dropped patch costs the server: round trips to PostgreSQL, bytes of the answer, and its time as a ratio to a
//! handler that runs one indexed query through the same stack.
//!
//! `cargo run -p sparrow-browser-tests --example requests -- [OTHER GARDENS]`

use patient_sparrow::{Settings, TestServer};
use serde_json::{Value, json};
use sparrow_browser_tests::Failure;
use sparrow_cluster::{Cluster, Durability, reachable};
use sparrow_store::Store;
use std::path::{Path, PathBuf};
use std::sync::Arc;
use std::sync::atomic::{AtomicU64, Ordering};
use std::time::{Duration, Instant};
use tokio::io::{AsyncRead, AsyncReadExt, AsyncWrite, AsyncWriteExt};
use tokio::net::UnixStream;

/// How often each request is made.
const TIMES: usize = 400;

/// Counts the round trips through it: each time the client speaks after it has been answered.
async fn pass(
    mut from: impl AsyncRead + Unpin,
    mut to: impl AsyncWrite + Unpin,
    speaks: Arc<AtomicU64>,
    answered: Arc<AtomicU64>,
    client: bool,
) {
    let mut buffer = vec![0; 65_536];
    while let Ok(read @ 1..) = from.read(&mut buffer).await {
        if client && answered.swap(0, Ordering::SeqCst) > 0 {
            speaks.fetch_add(1, Ordering::SeqCst);
        } else if !client {
            answered.store(1, Ordering::SeqCst);
        }
        if to.write_all(&buffer[..read]).await.is_err() {
            return;
        }
    }
}

/// A way to PostgreSQL that counts; the port it listens on.
async fn counting_way(socket: PathBuf, trips: Arc<AtomicU64>) -> Result<u16, Failure> {
    let listener = tokio::net::TcpListener::bind("127.0.0.1:0").await?;
    let port = listener.local_addr()?.port();
    tokio::spawn(async move {
        while let Ok((client, _)) = listener.accept().await {
            let Ok(server) = UnixStream::connect(&socket).await else { return };
            let _ = client.set_nodelay(true);
            let ((from_client, to_client), (from_server, to_server)) = (client.into_split(), server.into_split());
            let answered = Arc::new(AtomicU64::new(1));
            tokio::spawn(pass(from_client, to_server, Arc::clone(&trips), Arc::clone(&answered), true));
            tokio::spawn(pass(from_server, to_client, Arc::clone(&trips), answered, false));
        }
    });
    Ok(port)
}

/// A demo server over a database.
async fn served(url: &str) -> Result<TestServer, Failure> {
    let settings = Settings::demo(Some("2026-11-23T12:00Z".parse()?));
    Ok(TestServer::start(Store::open(url).await?, settings).await?)
}

struct Gardener {
    client: reqwest::Client,
    address: String,
    garden: i64,
    revision: i64,
}

impl Gardener {
    async fn enters(server: &str) -> Result<Gardener, Failure> {
        let address = format!("{server}/api/v1");
        let client = reqwest::Client::builder().cookie_store(true).build()?;
        let door = json!({ "household": "quillet-lane" }).to_string();
        let entering = client.post(format!("{address}/session/demo")).header("Content-Type", "application/json").body(door);
        entering.send().await?.error_for_status()?;
        let gardens: Value = client.get(format!("{address}/gardens")).send().await?.json().await?;
        let garden = gardens[0]["id"].as_i64().ok_or("a garden")?;
        let shown: Value = client.get(format!("{address}/gardens/{garden}")).send().await?.json().await?;
        let revision = shown["revision"].as_i64().ok_or("a revision")?;
        Ok(Gardener { client, address, garden, revision })
    }

    /// Drops the long bed's radishes half a square to and fro; how long it took, and the bytes of the answer as they are sent.
    async fn drops(&mut self, to_and_fro: usize) -> Result<(Duration, usize), Failure> {
        let rect = json!({ "x": 12 + to_and_fro % 2, "y": 2, "w": 6 - to_and_fro % 2, "h": 2 });
        let command = json!({ "do": "move-patch", "patch": 29, "bed": 4, "rect": rect });
        let (begun, on) = (Instant::now(), "2027-06-16");
        let request = self.client.post(format!("{}/gardens/{}/commands", self.address, self.garden));
        let request = request.header("Content-Type", "application/json").header("Accept-Encoding", "gzip");
        let request = request
            .header("If-Match", format!("\"{}\"", self.revision))
            .header("Idempotency-Key", format!("{}-{}", self.garden, self.revision));
        let answer = request.body(json!({ "command": command, "on": on }).to_string()).send().await?.error_for_status()?;
        let bytes = answer.bytes().await?.len();
        self.revision += 1;
        Ok((begun.elapsed(), bytes))
    }

    /// Asks who is signed in: one indexed query through the same stack.
    async fn asks_little(&self) -> Result<Duration, Failure> {
        let begun = Instant::now();
        self.client.get(format!("{}/session", self.address)).send().await?.error_for_status()?.bytes().await?;
        Ok(begun.elapsed())
    }
}

/// So many other gardens like one, copied in the database.
async fn neighbours(store: &Store, one: i64, others: usize) -> Result<(), Failure> {
    let columns = async |table: &str| -> Result<String, Failure> {
        let named = "select string_agg(column_name, ', ') from information_schema.columns
                     where table_name = $1 and is_generated = 'NEVER' and column_name <> 'garden_id' and (table_name, column_name) <> ('garden', 'id')";
        Ok(sqlx::query_scalar::<_, String>(named).bind(table).fetch_one(store.pool()).await?)
    };
    let last: i64 = sqlx::query_scalar("select max(id) from garden").fetch_one(store.pool()).await?;
    let own = columns("garden").await?;
    let copied = format!("insert into garden ({own}) select {own} from garden, generate_series(1, {others}) where id = {one}");
    sqlx::query(sqlx::AssertSqlSafe(copied)).execute(store.pool()).await?;
    for table in ["membership", "bed", "brace", "trellis", "patch", "past_stand", "own_spacing"] {
        let own = columns(table).await?;
        let qualified = own.split(", ").map(|column| format!("one.{column}")).collect::<Vec<_>>().join(", ");
        let copied = format!(
            "insert into {table} (garden_id, {own})
             select garden.id, {qualified} from {table} one, garden where one.garden_id = {one} and garden.id > {last}"
        );
        sqlx::query(sqlx::AssertSqlSafe(copied)).execute(store.pool()).await?;
    }
    sqlx::query("analyze").execute(store.pool()).await?;
    Ok(())
}

fn percentile(times: &mut [Duration], hundredth: usize) -> f64 {
    times.sort();
    times[(times.len() - 1) * hundredth / 100].as_secs_f64() * 1000.0
}

#[tokio::main]
async fn main() -> Result<(), Failure> {
    let others: usize = std::env::args().nth(1).map_or(Ok(0), |text| text.parse())?;
    let folder = reachable(&std::path::absolute(Path::new(env!("CARGO_MANIFEST_DIR")).join("../../target/requests-db"))?);
    let _ = std::fs::remove_dir_all(&folder);
    let cluster = Cluster::start(&folder, Durability::Fast)?;
    let url = Store::make_database(&cluster.url("postgres"), "requests").await?;
    let trips = Arc::new(AtomicU64::new(0));
    let port = counting_way(cluster.socket(), Arc::clone(&trips)).await?;
    let counted = format!("postgres://sparrow@127.0.0.1:{port}/requests?sslmode=disable");
    {
        let aside = served(&counted).await?;
        let mut gardener = Gardener::enters(&aside.address).await?;
        for n in 0..6 {
            gardener.drops(n).await?;
        }
        let before = trips.load(Ordering::SeqCst);
        let (_, bytes) = gardener.drops(6).await?;
        println!(
            "a dropped patch: {} round trips to PostgreSQL, {bytes} bytes of answer, compressed",
            trips.load(Ordering::SeqCst) - before
        );
    }
    let aside = served(&url).await?;
    let mut gardener = Gardener::enters(&aside.address).await?;
    neighbours(&Store::open(&url).await?, gardener.garden, others).await?;
    let (mut drops, mut little) = (Vec::new(), Vec::new());
    for n in 0..TIMES {
        drops.push(gardener.drops(n).await?.0);
        little.push(gardener.asks_little().await?);
    }
    let (half, most) = (percentile(&mut drops, 50), percentile(&mut drops, 99));
    let (little_half, little_most) = (percentile(&mut little, 50), percentile(&mut little, 99));
    println!(
        "with {others} other gardens: a drop {half:.2} ms (p50), {most:.2} ms (p99); one indexed query {little_half:.2} and {little_most:.2}; \
         ratio {:.2} and {:.2}",
        half / little_half,
        most / little_most
    );
    drop(cluster);
    Ok(())
}
