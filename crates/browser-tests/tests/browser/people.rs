//! More than one at a garden: invitations, who changed what, handing over, the bin, and one's own account.

use sparrow_browser_tests::{Failure, Gardener, Stage};
use thirtyfour::Key;

/// Opens the page of people, and makes a link to come in by.
async fn invites(owner: &Gardener, how: &str) -> Result<String, Failure> {
    owner.clicks("people").await?;
    owner.reads("Invite somebody").await?;
    owner.chooses("invite-role", how).await?;
    owner.clicks("make a link").await?;
    owner.reads_in("[data-invitation]").await
}

/// Opens a link, on whatever page it is.
async fn opens_link(gardener: &Gardener, link: &str) -> Result<(), Failure> {
    Ok(gardener.driver.goto(link).await?)
}

#[tokio::test(flavor = "multi_thread")]
async fn a_neighbour_comes_in_by_a_link_that_works_once_and_each_takes_back_their_own() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let (owner, helper) = (stage.gardener(1280, 800).await?, stage.gardener(1280, 800).await?);
    owner.opens("Quillet Lane").await?;
    let link = invites(&owner, "to help").await?;

    opens_link(&helper, &link).await?;
    helper.reads("quillet-lane invites you into Quillet Lane, to help in it").await?;
    helper.fills("name", "Wren").await?;
    helper.fills("password", "a long enough word").await?;
    helper.clicks("start a new book").await?;
    helper.reads("growing places").await?;
    // It works once.
    let late = stage.gardener(1280, 800).await?;
    opens_link(&late, &link).await?;
    late.reads("There is no such invitation; it may be used up, taken back or too old here").await?;
    late.leaves().await?;

    // Both change something; the helper's undo takes back the helper's.
    helper.opens_bed("Corner bed").await?;
    helper.selects("parsley").await?;
    helper.clicks("remove this patch").await?;
    helper.comes_to_count("[data-crop=parsley]", 0).await?;
    owner.driver.refresh().await?;
    owner.reads("Invite somebody").await?;
    owner.opens_bed("Pear bed").await?;
    owner.selects("carrot").await?;
    owner.presses(Key::Delete + "").await?;
    owner.comes_to_count("[data-crop=carrot]", 0).await?;
    helper.driver.refresh().await?;
    helper.sees(".top").await?;
    helper.chords(&[Key::Control], 'z').await?;
    helper.comes_to_count("[data-crop=parsley]", 1).await?;

    // Who changed what is told, and the owner may take back or do again anybody's.
    owner.driver.refresh().await?;
    owner.clicks("people").await?;
    owner.reads("Removing a patch").await?;
    owner.reads("Removing a patch (taken back) Wren").await?;
    owner.clicks("do it again").await?;
    owner.comes_to_count("[data-changes] .undone", 0).await?;
    helper.clicks("people").await?;
    helper.reads("helps").await?;
    let page = helper.page().await?;
    assert!(page.contains("take it back") && !page.contains("make a link"), "{page}");

    // Handed over, it is the helper's; whoever had it leaves.
    owner.chooses("new-owner", "Wren").await?;
    owner.clicks("hand it over").await?;
    owner.reads("leave this garden").await?;
    owner.clicks("leave this garden").await?;
    owner.reads("Gardens of quillet-lane").await?;
    owner.reads("There is none yet").await?;
    owner.leaves().await?;
    helper.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_garden_is_thrown_away_by_its_name_and_taken_out_of_the_bin() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.clicks("people").await?;
    gardener.fills("bin-name", "Quillet Lane").await?;
    gardener.clicks("throw this garden away").await?;
    gardener.reads("In the bin").await?;
    gardener.reads("Quillet Lane gone for good on").await?;
    gardener.clicks("take it out").await?;
    gardener.reads_no_more("In the bin").await?;
    gardener.clicks("Quillet Lane").await?;
    gardener.reads("growing places").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn sessions_are_ended_and_a_password_changed_on_one_s_own_page() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let (here, there) = (stage.gardener(1280, 800).await?, stage.gardener(390, 844).await?);
    here.signs_up("Wren").await?;
    there.goes_to("/").await?;
    there.fills("name", "Wren").await?;
    there.fills("password", "a long enough word").await?;
    there.clicks("sign in").await?;
    there.reads("Gardens of Wren").await?;

    here.clicks("your account").await?;
    here.reads("on Linux, here").await?;
    here.clicks("end it").await?;
    here.comes_to_count("[data-sessions] > li", 1).await?;
    there.driver.refresh().await?;
    there.reads("Your own garden").await?;

    here.fills("old-password", "not this one").await?;
    here.fills("new-password", "another long word").await?;
    here.clicks("change it").await?;
    here.reads("That is not your password, so nothing was changed").await?;
    here.fills("old-password", "a long enough word").await?;
    here.fills("new-password", "another long word").await?;
    here.clicks("change it").await?;
    here.reads("Your password is changed, and you are signed out everywhere else").await?;
    here.fills("end-name", "Wren").await?;
    here.fills("end-password", "another long word").await?;
    here.clicks("end my account").await?;
    here.reads("Your own garden").await?;
    there.fills("name", "Wren").await?;
    there.fills("password", "another long word").await?;
    there.clicks("sign in").await?;
    there.reads("That name and password do not belong together").await?;
    here.leaves().await?;
    there.leaves().await
}
