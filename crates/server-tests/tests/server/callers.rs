//! Who may call what: every route of the list, called by nobody, by a stranger to the garden, by a guest, a helper and the owner.

use patient_sparrow::{ApiRoute, Caller, ROUTES};
use reqwest::Method;
use serde_json::{Value, json};
use sparrow_server_tests::{Person, Served, patient, problem, served};
use sparrow_store::Role;

/// A garden with its people, in the order of what they may do.
struct Yard {
    garden: i64,
    people: Vec<(&'static str, Person)>,
}

impl Yard {
    async fn of(served: &Served) -> Yard {
        let demo = served.enters("quillet-lane").await;
        let [stranger, guest, helper, owner] = [
            served.signs_up("Stranger").await,
            served.signs_up("Guest").await,
            served.signs_up("Helper").await,
            served.signs_up("Owner").await,
        ];
        let garden = owner.makes_garden(&demo).await;
        owner.lets_in(garden, &guest, "guest").await;
        owner.lets_in(garden, &helper, "helper").await;
        let nobody = served.stranger();
        let people = vec![("nobody", nobody), ("stranger", stranger), ("guest", guest), ("helper", helper), ("owner", owner)];
        Yard { garden, people }
    }
}

/// Whether a route ends a membership, one's own or, for the owner, another's.
fn lets_go(route: &ApiRoute) -> bool {
    route.method == "delete" && route.path.ends_with("/members/{member}")
}

/// What is answered when a person calls a route: with a body that no route takes for good, so that nothing is done.
async fn called(person: &Person, method: &str, path: &str, garden: i64) -> u16 {
    let filled = path.replace("{garden}", &garden.to_string()).replace("{bed}", "1");
    let filled: String =
        filled.split('/').map(|part| if part.starts_with('{') { "9999999" } else { part }).collect::<Vec<_>>().join("/");
    let request = person.client.request(method.to_uppercase().parse().expect("a method"), format!("{}{filled}", person.address));
    let request = request.header("Content-Type", "application/json").header("If-Match", "\"none\"");
    let body = if method == "get" { String::new() } else { "[]".into() };
    request.body(body).send().await.expect("an answer").status().as_u16()
}

#[tokio::test(flavor = "multi_thread")]
async fn every_route_lets_in_whom_it_says_and_nobody_else() {
    let served = patient().await;
    let mut wrong = Vec::new();
    for route in ROUTES {
        // What signs out or ends something is called in a yard of its own.
        let yard = Yard::of_fresh(&served).await;
        for (rank, (who, person)) in yard.people.iter().enumerate() {
            let expected = match route.caller {
                Caller::Anyone => None,
                Caller::SignedIn => (rank == 0).then_some(401),
                Caller::In(least) => match (rank, least) {
                    (0, _) => Some(401),
                    (1, _) => Some(404),
                    (2, Role::Guest) | (3, Role::Guest | Role::Helper) | (4, _) => None,
                    _ => Some(403),
                },
            };
            let status = called(person, route.method, route.path, yard.garden).await;
            let refused = [401, 403].contains(&status) || status == 404 && rank == 1 && matches!(route.caller, Caller::In(_));
            let right = match expected {
                Some(expected) => status == expected,
                // A wrong password is refused in the words of a door; members but the owner let only themselves go.
                None => !refused || route.path.ends_with("/session") && status == 401 || status == 403 && lets_go(route),
            };
            if !right {
                wrong.push(format!("{} {}: {who} is answered {status}, not {expected:?}", route.method, route.path));
            }
        }
    }
    assert!(wrong.is_empty(), "{}", wrong.join("\n"));
}

impl Yard {
    /// The one yard, whose people are made once; sessions that a route ended are opened anew.
    async fn of_fresh(served: &Served) -> Yard {
        static YARD: tokio::sync::Mutex<Option<i64>> = tokio::sync::Mutex::const_new(None);
        let mut kept = YARD.lock().await;
        match *kept {
            None => {
                let yard = Yard::of(served).await;
                *kept = Some(yard.garden);
                yard
            }
            Some(garden) => {
                let mut people = vec![("nobody", served.stranger())];
                for name in ["stranger", "guest", "helper", "owner"] {
                    people.push((name, served.signs_in(name).await));
                }
                Yard { garden, people }
            }
        }
    }
}

#[tokio::test(flavor = "multi_thread")]
async fn the_list_of_routes_and_the_description_of_the_api_are_the_same() {
    let description = patient_sparrow::description();
    let described = description["paths"].as_object().expect("paths").iter();
    let mut described: Vec<(String, String)> = described
        .flat_map(|(path, methods)| {
            methods.as_object().expect("methods").keys().map(move |method| (path.clone(), method.clone()))
        })
        .collect();
    described.sort();
    let mut listed: Vec<(String, String)> =
        ROUTES.iter().map(|route| (route.path.to_string(), route.method.to_string())).collect();
    listed.sort();
    assert_eq!(listed, described);
}

#[tokio::test(flavor = "multi_thread")]
async fn a_member_leaves_or_is_removed_and_a_garden_is_handed_over() {
    let served = served().await;
    let Yard { garden, people } = Yard::of(&served).await;
    let [_, (_, stranger), (_, guest), (_, helper), (_, owner)] = people.try_into().unwrap_or_else(|_| panic!("five people"));
    let path = format!("/gardens/{garden}");
    let members = async |person: &Person| person.gets(&format!("{path}/members")).await.json::<Value>().await.expect("JSON");
    let number = async |name: &str| {
        let all = members(&owner).await;
        all["members"].as_array().expect("members").iter().find(|one| one["name"] == name).expect("a member")["number"].clone()
    };
    // Who is in sees who else is; invitations are the owner's.
    let word = owner.invites(garden, "helper").await;
    assert_eq!(members(&guest).await["invitations"], json!([]));
    let invitations = members(&owner).await["invitations"].clone();
    assert_eq!(invitations.as_array().map(Vec::len), Some(1));
    // An invitation works once, tells what it is for, and can be taken back.
    let seen: Value = stranger.posts("/invitations/look", json!({ "word": word })).await.json().await.expect("JSON");
    assert_eq!((&seen["garden"], &seen["role"], &seen["by"]), (&json!("Quillet Lane"), &json!("helper"), &json!("Owner")));
    assert_eq!(owner.deletes(&format!("{path}/invitations/{}", invitations[0]["number"])).await.status(), 204);
    assert_eq!(problem(stranger.posts("/invitations/accept", json!({ "word": word })).await).await.0, 404);
    owner.lets_in(garden, &stranger, "helper").await;
    // A role is changed, and with it ends a link that only those who help have; a member leaves; the owner removes another;
    // nobody removes the owner.
    let link: Value = stranger.posts(&format!("{path}/calendar"), json!({})).await.json().await.expect("JSON");
    let feed = format!("{}{}", served.address(), link["path"].as_str().expect("a path"));
    assert_eq!(reqwest::get(&feed).await.expect("an answer").status(), 200);
    let changed = json!({ "role": "guest" }).to_string();
    let at = format!("{path}/members/{}", number("Stranger").await);
    assert_eq!(owner.sends(Method::PUT, &at, changed, None).await.status(), 204);
    assert_eq!(reqwest::get(&feed).await.expect("an answer").status(), 404);
    let remove = json!({ "command": { "do": "remove-patch", "patch": 1 } }).to_string();
    assert_eq!(problem(stranger.sends(Method::POST, &format!("{path}/commands"), remove, Some(0)).await).await.0, 403);
    assert_eq!(problem(stranger.deletes(&format!("{path}/members/{}", number("Guest").await)).await).await.0, 403);
    assert_eq!(stranger.deletes(&at).await.status(), 204, "anyone may leave");
    assert_eq!(problem(stranger.gets(&path).await).await.0, 404);
    let (status, said) = problem(owner.deletes(&format!("{path}/members/{}", number("Owner").await)).await).await;
    assert!(status == 422 && said.contains("hands the garden over"), "{said}");
    // Handed over, the owner helps. To two at once it is handed over to one.
    let (to_helper, to_guest) = (json!({ "member": number("Helper").await }), json!({ "member": number("Guest").await }));
    for _ in 0..10 {
        let at = format!("{path}/owner");
        let both = tokio::join!(owner.posts(&at, to_helper.clone()), owner.posts(&at, to_guest.clone()));
        let mut both = [both.0.status().as_u16(), both.1.status().as_u16()];
        both.sort();
        let told = members(&owner).await["members"].clone();
        let owns: Vec<&Value> = told.as_array().expect("members").iter().filter(|one| one["role"] == "owner").collect();
        assert!(both[0] == 204 && both[1] >= 400 && owns.len() == 1, "{both:?} {owns:?}");
        let new = if owns[0]["name"] == "Guest" { &guest } else { &helper };
        let me =
            told.as_array().expect("members").iter().find(|one| one["name"] == "Owner").expect("still in it")["number"].clone();
        assert_eq!(new.posts(&at, json!({ "member": me })).await.status(), 204, "and back");
    }
    assert_eq!(owner.posts(&format!("{path}/owner"), to_helper).await.status(), 204);
    assert_eq!(problem(owner.posts(&format!("{path}/invitations"), json!({ "role": "guest" })).await).await.0, 403);
    assert_eq!(helper.posts(&format!("{path}/invitations"), json!({ "role": "guest" })).await.status(), 200);
    let (status, said) = problem(helper.posts(&format!("{path}/invitations"), json!({ "role": "owner" })).await).await;
    assert!(status == 422 && said.contains("handed over"), "{said}");
}

#[tokio::test(flavor = "multi_thread")]
async fn a_garden_is_thrown_away_with_its_name_typed_and_comes_back_from_the_bin() {
    let served = served().await;
    let Yard { garden, people } = Yard::of(&served).await;
    let (stranger, guest, owner) = (&people[1].1, &people[2].1, &people[4].1);
    let path = format!("/gardens/{garden}");
    let word = owner.invites(garden, "guest").await;
    let (status, said) = problem(owner.posts(&format!("{path}/bin"), json!({ "name": "Quillet" })).await).await;
    assert_eq!((status, said.as_str()), (422, "the name typed is not Quillet Lane, so nothing was thrown away"));
    let link: Value = owner.posts(&format!("{path}/calendar"), json!({})).await.json().await.expect("JSON");
    let feed = async || {
        reqwest::get(format!("{}{}", served.address(), link["path"].as_str().expect("a path"))).await.expect("an answer").status()
    };
    assert_eq!(feed().await, 200);
    assert_eq!(owner.posts(&format!("{path}/bin"), json!({ "name": "Quillet Lane" })).await.status(), 204);
    assert_eq!(feed().await, 404);
    // Nobody comes into what is in the bin, and the invitation works again when it is out of it.
    assert_eq!(problem(stranger.posts("/invitations/accept", json!({ "word": word })).await).await.0, 404);
    for person in [guest, owner] {
        assert_eq!(problem(person.gets(&path).await).await.0, 404);
        assert_eq!(person.gets("/gardens").await.json::<Value>().await.expect("JSON"), json!([]));
    }
    let binned: Value = owner.gets("/bin").await.json().await.expect("JSON");
    assert_eq!(
        (&binned[0]["name"], guest.gets("/bin").await.json::<Value>().await.expect("JSON")),
        (&json!("Quillet Lane"), json!([]))
    );
    let back = format!("/bin/{}", binned[0]["number"]);
    assert_eq!(problem(guest.deletes(&back).await).await.0, 404);
    assert_eq!(owner.deletes(&back).await.status(), 204);
    assert_eq!(guest.gets(&path).await.status(), 200);
    assert_eq!(stranger.posts("/invitations/accept", json!({ "word": word })).await.status(), 200);
    // After thirty days it is swept out.
    assert_eq!(owner.posts(&format!("{path}/bin"), json!({ "name": "Quillet Lane" })).await.status(), 204);
    served.store.sweep(None).await.expect("swept");
    assert_eq!(owner.gets("/bin").await.json::<Value>().await.expect("JSON").as_array().map(Vec::len), Some(1), "not yet");
    let older = format!("update garden set binned_at = binned_at - interval '31 days' where id = {garden}");
    sqlx_run(&served, &older).await;
    assert_eq!(problem(owner.deletes(&back).await).await.0, 404);
    served.store.sweep(None).await.expect("swept");
    assert!(served.store.load(sparrow_store::GardenId(garden)).await.is_err());
}

async fn sqlx_run(served: &Served, statement: &str) {
    sqlx::raw_sql(sqlx::AssertSqlSafe(statement.to_string())).execute(served.store.pool()).await.expect("it runs");
}
