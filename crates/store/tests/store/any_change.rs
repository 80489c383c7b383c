//! Whatever is done to a garden, the tables hold what the core made of it.

#[path = "../../../core/tests/rules/common/mod.rs"]
mod tried;

use crate::common::ground;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::carry_out;
use sparrow_facts::garden::Garden;
use sparrow_facts::timing::Timing;
use sparrow_store::StoreError;

/// Six bytes that look like chance and are the same every time.
fn pick(n: u32) -> [u8; 6] {
    let (a, b) = (n.wrapping_mul(2_654_435_761).to_be_bytes(), n.wrapping_mul(40_503).wrapping_add(977).to_be_bytes());
    // Beds are not taken away, so that the garden fills.
    let kind = match (n % 12, a[0] % 19) {
        (10, _) => 19,
        (11, _) => 20,
        (_, 8) => 12,
        (_, kind) => kind,
    };
    [kind, a[1], a[2], b[2], b[3], a[3] ^ b[1]]
}

#[tokio::test(flavor = "multi_thread")]
async fn every_command_is_kept_or_refused_just_as_the_core_says() {
    let ground = ground().await;
    let mut memory = ground.store.load(ground.garden).await.unwrap().garden;
    let first = sparrow_demo::quillet_lane(crate::common::TODAY).unwrap();
    let (mut revision, mut refused) = (0, 0);
    for n in 0..420 {
        let command = tried::some_command(&memory, pick(n));
        let expected = carry_out(&mut memory, Catalogue::standard(), &command, crate::common::TODAY);
        match (ground.carries_out(ground.asked(revision), &command).await, expected) {
            (Ok(_), Ok(_)) => {
                revision += 1;
                assert_eq!(ground.now().await.garden, memory, "{command:?}");
            }
            (Err(StoreError::Refused(told)), Err(refusal)) => {
                refused += 1;
                assert_eq!(told, refusal);
            }
            (kept, expected) => panic!("{command:?}: {kept:?} but {expected:?}"),
        }
    }
    let kept = &memory;
    let rows = kept.patches.iter().filter(|patch| patch.line.is_some()).count();
    assert!(!kept.turns.wishes.is_empty() && kept.turns != Garden::new(kept.site.clone()).turns, "the premise: wishes");
    assert!(!kept.groupings.is_empty() && rows > 0, "the premise: {} groupings, {rows} marked rows", kept.groupings.len());
    assert!(!kept.varieties.is_empty() && !kept.own_crops.is_empty(), "the premise: varieties, and crops of its own");
    let timed = kept.patches.iter().filter(|patch| patch.timing != Timing::default()).count();
    assert!(timed > 0 && kept.almanac != first.almanac, "the premise: {timed} timed patches, and weather of its own");
    assert!(revision > 40 && refused > 40, "the premise: {revision} kept and {refused} refused");
    assert_eq!(ground.store.load(ground.garden).await.unwrap().garden, memory, "and the tables say the same");
    // All of it can be taken back.
    for step in 0..revision {
        ground.undo(ground.asked(revision + step)).await.unwrap();
    }
    assert_eq!(ground.store.load(ground.garden).await.unwrap().garden, first);
}
