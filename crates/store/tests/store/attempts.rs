//! Measures of attempts: no more are let through than there may be, however many come at once, and whoever waits as told is let in.

use crate::common::ground;
use sparrow_store::{Measure, Store, Tried};
use std::time::Duration;

const THREE: Measure = Measure { at_once: 3.0, an_hour: 60.0 };

async fn tries(store: &Store) -> Tried {
    store.try_once("name", "wren", THREE).await.expect("the database answers")
}

/// As if so much time had gone by.
async fn later(store: &Store, seconds: f64) {
    let earlier = format!("update attempt set at = at - make_interval(secs => {seconds})");
    sqlx::raw_sql(sqlx::AssertSqlSafe(earlier)).execute(store.pool()).await.expect("it runs");
}

#[tokio::test]
async fn whoever_waits_as_long_as_told_is_let_through_and_what_is_refused_makes_nobody_wait_longer() {
    let ground = ground().await;
    let store = ground.store.clone();
    for full in [1.0, 2.0, 3.0] {
        assert!(matches!(tries(&store).await, Tried::Through { level } if (full - 0.1..=full).contains(&level)));
    }
    // One a minute drains away.
    for _ in 0..5 {
        let Tried::Refused { wait } = tries(&store).await else { panic!("one too many") };
        assert!((55..=60).contains(&wait.as_secs()), "{wait:?}");
    }
    later(&store, 30.0).await;
    let Tried::Refused { wait } = tries(&store).await else { panic!("half the time is not all of it") };
    assert!((25..=30).contains(&wait.as_secs()), "{wait:?}");
    later(&store, wait.as_secs_f64()).await;
    assert!(matches!(tries(&store).await, Tried::Through { .. }));
    assert!(matches!(tries(&store).await, Tried::Refused { .. }), "and one only");
    // A day later it is empty, and not more than that.
    later(&store, 86_400.0).await;
    assert_eq!(tries(&store).await, Tried::Through { level: 1.0 });
    store.forget_tries("name", "wren").await.expect("forgotten");
    assert_eq!(tries(&store).await, Tried::Through { level: 1.0 });
}

#[tokio::test(flavor = "multi_thread")]
async fn of_many_that_come_at_once_no_more_are_let_through_than_one_after_another() {
    let ground = ground().await;
    let store = ground.store.clone();
    let all: Vec<_> = (0..24)
        .map(|_| {
            tokio::spawn({
                let store = store.clone();
                async move { tries(&store).await }
            })
        })
        .collect();
    let mut through = 0;
    for one in all {
        match one.await.expect("no panic") {
            Tried::Through { .. } => through += 1,
            Tried::Refused { wait } => assert!(wait <= Duration::from_secs(60), "{wait:?}"),
        }
    }
    assert_eq!(through, 3);
}
