//! Undo in company: one's own last change is taken back, not another's; the owner may take back anyone's; who changed what is told.

use reqwest::Method;
use serde_json::{Value, json};
use sparrow_server_tests::{Person, Served, problem, served};

struct At<'a> {
    person: &'a Person,
    garden: i64,
}

impl At<'_> {
    async fn revision(&self) -> i64 {
        let view: Value = self.person.gets(&format!("/gardens/{}", self.garden)).await.json().await.expect("JSON");
        view["revision"].as_i64().expect("a number")
    }

    async fn does(&self, route: &str, body: String) -> (u16, Value) {
        let revision = Some(self.revision().await);
        let answer = self.person.sends(Method::POST, &format!("/gardens/{}/{route}", self.garden), body, revision).await;
        (answer.status().as_u16(), answer.json().await.expect("JSON"))
    }

    async fn command(&self, command: Value) {
        let (status, told) = self.does("commands", json!({ "command": command }).to_string()).await;
        assert_eq!(status, 200, "{told}");
    }

    async fn undo(&self, number: Option<i64>) -> (u16, Value) {
        let query = number.map_or(String::new(), |number| format!("?number={number}"));
        self.does(&format!("undo{query}"), String::new()).await
    }

    async fn patches(&self) -> Vec<i64> {
        let view: Value = self.person.gets(&format!("/gardens/{}", self.garden)).await.json().await.expect("JSON");
        let patches = view["garden"]["patches"].as_array().expect("patches").iter();
        patches.map(|patch| patch["id"].as_i64().expect("a number")).collect()
    }
}

/// A garden of Wren's in which Robin helps.
async fn shared_garden() -> (Served, i64, Person, Person) {
    let served = served().await;
    let demo = served.enters("quillet-lane").await;
    let (owner, helper) = (served.signs_up("Wren").await, served.signs_up("Robin").await);
    let garden = owner.makes_garden(&demo).await;
    owner.lets_in(garden, &helper, "helper").await;
    (served, garden, owner, helper)
}

#[tokio::test(flavor = "multi_thread")]
async fn undo_takes_back_one_s_own_last_change_and_the_owner_s_undo_anyone_s() {
    let (_served, garden, owner, helper) = shared_garden().await;
    let (own, helps) = (At { person: &owner, garden }, At { person: &helper, garden });
    own.command(json!({ "do": "remove-patch", "patch": 1 })).await;
    helps.command(json!({ "do": "remove-patch", "patch": 2 })).await;
    own.command(json!({ "do": "remove-patch", "patch": 3 })).await;

    // Each is told of their own, and takes back their own, whoever came since.
    let view: Value = helper.gets(&format!("/gardens/{garden}")).await.json().await.expect("JSON");
    assert_eq!((&view["undo"], &view["redo"]), (&json!("remove-patch"), &Value::Null));
    let (status, told) = helps.undo(None).await;
    assert_eq!((status, &told["undo"], &told["redo"]), (200, &Value::Null, &json!("remove-patch")), "{told}");
    let there = helps.patches().await;
    assert!(there.contains(&2) && !there.contains(&1) && !there.contains(&3));
    let (status, said) = helps.undo(None).await;
    assert_eq!((status, said["detail"].as_str()), (422, Some("there is nothing to undo")));
    assert_eq!(helps.does("redo", String::new()).await.0, 200);
    assert!(!helps.patches().await.contains(&2));

    // Who changed what is told; a helper takes back nobody else's, the owner anyone's.
    let changes: Value = helper.gets(&format!("/gardens/{garden}/changes")).await.json().await.expect("JSON");
    let lines: Vec<(&str, bool)> = changes
        .as_array()
        .expect("changes")
        .iter()
        .map(|one| (one["by"].as_str().expect("a name"), one["mine"] == true))
        .collect();
    assert_eq!(lines, [("Wren", false), ("Robin", true), ("Wren", false)]);
    let (status, said) = helps.undo(changes[0]["number"].as_i64()).await;
    assert_eq!((status, said["detail"].as_str()), (403, Some("only the garden's owner may do that")));
    assert_eq!(own.undo(changes[1]["number"].as_i64()).await.0, 200);
    assert!(own.patches().await.contains(&2));
    let older: Value = owner.gets(&format!("/gardens/{garden}/changes?before=2")).await.json().await.expect("JSON");
    assert_eq!(older.as_array().map(Vec::len), Some(1));
}

#[tokio::test(flavor = "multi_thread")]
async fn what_others_have_built_on_is_not_taken_back_from_under_them() {
    let (served, garden, owner, helper) = shared_garden().await;
    let (own, helps) = (At { person: &owner, garden }, At { person: &helper, garden });
    // The same fact changed again since.
    own.command(json!({ "do": "lock", "patch": 3, "locked": true })).await;
    helps.command(json!({ "do": "set-in-each", "patch": 3, "in_each": 4 })).await;
    let (status, said) = own.undo(None).await;
    let expected = "what this changed has been changed again since; that would have to be taken back first";
    assert_eq!((status, said["detail"].as_str()), (422, Some(expected)));
    assert_eq!(helps.undo(None).await.0, 200);
    assert_eq!(own.undo(None).await.0, 200);
    // Ground that another has planted since.
    own.command(json!({ "do": "remove-patch", "patch": 1 })).await;
    let place = json!({ "do": "place", "bed": 1, "crop": "kale", "way": null, "rect": { "x": 0, "y": 0, "w": 4, "h": 2 }, "holes": null,
        "from": "2027-04-01", "until": "2027-06-01", "year": 2027, "between": false });
    helps.command(place).await;
    let (status, said) = own.undo(None).await;
    assert!(status == 422 && said["detail"].as_str().expect("a sentence").contains("stands there from"), "{said}");
    // A bed in which another has planted since.
    own.command(
        json!({ "do": "add-bed", "draft": { "name": "New", "kind": { "kind": "ground" }, "length": "8 ft", "width": "4 ft",
        "depth": null, "outside": false, "x": null, "y": null, "turn": 0,
        "reach": { "far": true, "near": true, "left": true, "right": true }, "braces": [], "trellises": [] } }),
    )
    .await;
    let view: Value = owner.gets(&format!("/gardens/{garden}")).await.json().await.expect("JSON");
    let bed = view["garden"]["beds"].as_array().and_then(|beds| beds.last()).expect("a bed")["id"].clone();
    let before = own.patches().await.len();
    helps
        .command(json!({ "do": "place", "bed": bed, "crop": "kale", "way": null, "rect": { "x": 0, "y": 0, "w": 4, "h": 4 },
        "holes": null, "from": null, "until": null, "year": 2027, "between": false }))
        .await;
    let (status, said) = own.undo(None).await;
    assert_eq!(status, 422, "{said}");
    assert_eq!(own.patches().await.len(), before + 1, "nothing of the helper's is gone");
    let (status, _) = problem(served.stranger().gets(&format!("/gardens/{garden}/changes")).await).await;
    assert_eq!(status, 401);
}
