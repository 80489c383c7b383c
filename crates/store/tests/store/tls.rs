//! A database elsewhere is reached over TLS, and only that one.

use crate::common::ground;
use sparrow_store::Store;
use sqlx::postgres::PgConnectOptions;
use std::path::PathBuf;
use std::sync::Arc;
use tokio::io::{AsyncReadExt, AsyncWriteExt, copy_bidirectional};
use tokio::net::{TcpListener, TcpStream, UnixStream};
use tokio_rustls::TlsAcceptor;
use tokio_rustls::rustls::ServerConfig;
use tokio_rustls::rustls::crypto::ring;
use tokio_rustls::rustls::pki_types::{PrivateKeyDer, PrivatePkcs8KeyDer};

/// What a client asks first that wants TLS: the length of the message and the number 80877103 (PostgreSQL's documentation,
/// 55.7 Message Formats, SSLRequest).
const ASKS_FOR_TLS: [u8; 8] = [0, 0, 0, 8, 4, 210, 22, 47];

/// A certificate for `localhost`, in a file, and what a server needs to show it.
fn certificate(name: &str) -> (PathBuf, ServerConfig) {
    let made = rcgen::generate_simple_self_signed(vec!["localhost".into()]).expect("a certificate");
    let file = std::env::temp_dir().join(format!("sparrow-tls-{name}-{}.pem", std::process::id()));
    std::fs::write(&file, made.cert.pem()).expect("written");
    let key = PrivateKeyDer::Pkcs8(PrivatePkcs8KeyDer::from(made.signing_key.serialize_der()));
    let shown = ServerConfig::builder_with_provider(Arc::new(ring::default_provider()))
        .with_safe_default_protocol_versions()
        .expect("ring knows them")
        .with_no_client_auth()
        .with_single_cert(vec![made.cert.der().clone()], key)
        .expect("they belong together");
    (file, shown)
}

/// Leads from a port to a database's socket, over TLS or, like a server without a certificate, not.
async fn door(socket: PathBuf, shown: Option<ServerConfig>) -> u16 {
    let listener = TcpListener::bind("127.0.0.1:0").await.expect("a port");
    let port = listener.local_addr().expect("a port").port();
    let acceptor = shown.map(|shown| TlsAcceptor::from(Arc::new(shown)));
    tokio::spawn(async move {
        while let Ok((comes, _)) = listener.accept().await {
            let (socket, acceptor) = (socket.clone(), acceptor.clone());
            tokio::spawn(async move { lead(comes, socket, acceptor).await });
        }
    });
    port
}

async fn lead(mut comes: TcpStream, socket: PathBuf, acceptor: Option<TlsAcceptor>) -> std::io::Result<()> {
    let mut first = [0; 8];
    comes.read_exact(&mut first).await?;
    assert_eq!(first, ASKS_FOR_TLS);
    let Some(acceptor) = acceptor else { return comes.write_all(b"N").await };
    comes.write_all(b"S").await?;
    let mut inside = acceptor.accept(comes).await?;
    copy_bidirectional(&mut inside, &mut UnixStream::connect(socket).await?).await.map(drop)
}

#[tokio::test(flavor = "multi_thread")]
async fn a_database_is_reached_over_tls_and_no_other_is_taken_for_it() {
    let ground = ground().await;
    let options: PgConnectOptions = ground.url.parse().unwrap();
    let database = options.get_database().unwrap();
    let socket = options.get_socket().expect("tests are run over a socket").join(".s.PGSQL.5432");
    let (file, shown) = certificate("own");
    let (other, _) = certificate("other");
    let secure = door(socket.clone(), Some(shown)).await;
    let bare = door(socket, None).await;
    let url = |port: u16, mode: &str, file: &PathBuf| {
        format!("postgres://sparrow@localhost:{port}/{database}?sslmode={mode}&sslrootcert={}", file.display())
    };

    let store = Store::open(&url(secure, "verify-full", &file)).await.expect("the right one");
    assert!(store.is_well().await);
    assert_eq!(store.load(ground.garden).await.unwrap().garden, ground.now().await.garden);
    store.close().await;

    let stranger = Store::open(&url(secure, "verify-full", &other)).await.expect_err("somebody else's certificate").to_string();
    assert!(stranger.contains("certificate"), "{stranger}");
    for mode in ["require", "verify-full"] {
        let without = Store::open(&url(bare, mode, &file)).await.expect_err("it speaks no TLS").to_string();
        assert!(without.contains("TLS"), "{without}");
    }
    for file in [file, other] {
        std::fs::remove_file(file).unwrap();
    }
}
