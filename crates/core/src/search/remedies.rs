//! Why does a family come back too soon, and what would prevent it? Each way out is solved for.

use crate::change::turns::TurnChange;
use crate::known::Known;
use crate::reckon::turns::Tie;
use crate::rules::past;
use crate::search::watch::Watch;
use crate::search::years::{TurnProposal, WHILE_WAITING, proposal};
use crate::turns::against::Against;
use crate::turns::ground::Plot;
use crate::turns::problem::Problem;
use crate::turns::status;
use crate::turns::status::Standing;
use serde::Serialize;
use sparrow_facts::edit;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, WishId};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::turns::{Entry, Piece, TurnsUnit, WishDraft};
use sparrow_rotate::{Cause, Clash, Ledger};

/// A wish that is part of a cause, and in which years.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct ForcedWish {
    /// The wish.
    pub wish: WishId,
    /// The growing years.
    pub years: Vec<i16>,
    /// Without it in those years, and with everything else as it is, the clash can be avoided: tried, and found so.
    pub enough: bool,
}

/// What might be done.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "do", rename_all = "kebab-case")]
#[allow(missing_docs, reason = "each variant's sentence is its documentation, each field is named in it")]
pub enum RemedyKind {
    /// Grow it in containers only.
    Containers { wish: WishId },
    /// Grow so many squares fewer of it.
    Fewer { wish: WishId, by: u16 },
    /// Grow it every second year only.
    EverySecondYear { wish: WishId },
    /// Grow it without something it asks of its ground.
    Without { wish: WishId, need: String },
    /// Put a trellis on a bed.
    Trellis { bed: BedId },
    /// Let a bed's halves count apart.
    Divide { bed: BedId },
    /// Grow a resistant variety.
    Resistant { wish: WishId },
    /// Accept a shorter wait for the family.
    Accept { family: String, interval: u8 },
}

/// A way out, solved for.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Remedy {
    /// What is done.
    pub kind: RemedyKind,
    /// The changes that do it.
    pub changes: Vec<TurnChange>,
    /// The best plan then.
    pub entries: Vec<Entry>,
    /// What the search counts that plan as: to compare, and nothing to show.
    #[serde(skip)]
    pub cost: u64,
    /// Whether no plan is better then.
    pub proven: bool,
    /// What is against it then.
    pub against: Against,
    /// Entries that stand elsewhere than before.
    pub moved: u32,
}

/// Why a clash is there, and the ways out, the best first.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Reasons {
    /// Whether the wishes below were proved to force it.
    pub forced: bool,
    /// A smallest set of wishes that forces it.
    pub wishes: Vec<ForcedWish>,
    /// What stood, as far as it is part of the cause: where and when.
    pub memories: Vec<(Piece, i16)>,
    /// Needs that are part of the cause.
    pub needs: Vec<(WishId, String)>,
    /// Ground whose size is part of the cause.
    pub full: Vec<Piece>,
    /// How every piece of ground stands to the family's wish in the later year.
    pub elsewhere: Vec<(Piece, Standing)>,
    /// The wish the last list is about.
    pub wish: Option<WishId>,
    /// What might be done.
    pub remedies: Vec<Remedy>,
    /// What is against the plan now.
    pub against: Against,
}

/// Names what forces a clash of the plan `entries`, and solves for each way out.
///
/// `tie` is one of those in the view of that plan; one that is not there any more is refused.
pub fn why(known: Known, entries: &[Entry], tie: &TieKey, watch: &mut Watch<Reasons>) -> Result<Reasons, Refusal> {
    let garden = known.garden;
    let problem = Problem::of(known);
    let plan = problem.assigns(entries);
    let ledger = Ledger::of(&problem.instance, &plan);
    let same = |clash: &&Clash| {
        clash.section == Problem::section(tie.at)
            && clash.family == tie.sort
            && problem.year(clash.earlier) == tie.earlier
            && problem.year(clash.later) == tie.later
    };
    let clash =
        ledger.clashes.iter().find(same).ok_or(Refusal::NothingTo { what: "explain: that is not too soon in this plan" })?;
    let mut left = 5 * WHILE_WAITING;
    let cause = sparrow_rotate::why(&problem.instance, &plan, clash, &mut || {
        left = left.saturating_sub(1);
        left > 0 && watch(None)
    });
    let of_family = |wish: &WishId| {
        problem
            .instance
            .demands
            .iter()
            .any(|other| Problem::wish(&other.id) == Some(*wish) && problem.instance.root(&other.family) == clash.family)
    };
    let wishes = forced_wishes(&problem, &cause);
    let there = entries.iter().find(|entry| entry.at == tie.at && entry.year == tie.later && of_family(&entry.wish));
    let wish = there.map(|entry| entry.wish);
    let elsewhere = wish.map(|wish| status::straight(known, entries, (wish, tie.later)));
    let needs: Vec<(WishId, String)> =
        cause.needs.iter().filter_map(|(demand, need)| Some((Problem::wish(demand)?, need.clone()))).collect();
    let against = Against::of(&problem, &ledger);
    let now = (ledger.cost.total(), against.too_soon);
    let without = needs.iter().map(|(wish, need)| RemedyKind::Without { wish: *wish, need: need.clone() });
    let candidates: Vec<RemedyKind> = without.chain(candidates(garden, tie, &wishes, wish)).collect();
    let mut reasons = Reasons {
        forced: cause.forced,
        wishes,
        memories: cause
            .memories
            .iter()
            .filter_map(|stood| Some((problem.piece(&stood.section)?, problem.year(stood.year))))
            .collect(),
        needs,
        full: cause.full.iter().filter_map(|section| problem.piece(section)).collect(),
        elsewhere: elsewhere.transpose()?.map(|straight| straight.lines).unwrap_or_default(),
        wish,
        remedies: Vec::new(),
        against,
    };
    // Why it is so is known at once; each way out takes a search of its own.
    for kind in candidates {
        if !watch(Some(&|| reasons.clone())) {
            break;
        }
        reasons.remedies.extend(remedy(known, entries, now, kind, watch));
        reasons.remedies.sort_by_key(|remedy| (remedy.cost, remedy.against.too_soon, remedy.moved));
    }
    Ok(reasons)
}

fn forced_wishes(problem: &Problem, cause: &Cause) -> Vec<ForcedWish> {
    let forced = |(demand, years): &(String, Vec<i32>)| {
        let years = years.iter().map(|&year| problem.year(year)).collect();
        Some(ForcedWish { wish: Problem::wish(demand)?, years, enough: cause.enough.contains(demand) })
    };
    cause.wishes.iter().filter_map(forced).collect()
}

/// Which clash is meant.
#[derive(Debug, Clone, PartialEq, Eq, serde::Serialize, serde::Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct TieKey {
    /// What it is called in the search: see [`Tie::sort`].
    pub sort: String,
    /// Where.
    pub at: Piece,
    /// The earlier year.
    pub earlier: i16,
    /// The later year.
    pub later: i16,
}

impl From<&Tie> for TieKey {
    fn from(tie: &Tie) -> Self {
        TieKey { sort: tie.sort.clone(), at: tie.at, earlier: tie.earlier, later: tie.later }
    }
}

/// The most wishes for which ways out are sought.
const WISHES: usize = 2;

/// Whether a whole family is meant, and not a crop or a part of it that waits otherwise.
fn is_family(tie: &TieKey) -> bool {
    !tie.sort.contains(['=', '~', '/'])
}

fn candidates(garden: &Garden, tie: &TieKey, wishes: &[ForcedWish], wish: Option<WishId>) -> Vec<RemedyKind> {
    let mut about: Vec<WishId> = wish.into_iter().chain(wishes.iter().map(|wished| wished.wish)).collect();
    about.dedup();
    about.truncate(WISHES);
    let mut kinds = Vec::new();
    for &wish in &about {
        let Some(draft) = garden.turns.wish(wish) else { continue };
        if !draft.needs.container
            && garden.beds.iter().any(|bed| matches!(bed.kind, sparrow_facts::bed::BedKind::Container { .. }))
        {
            kinds.push(RemedyKind::Containers { wish });
        }
        kinds.push(RemedyKind::Fewer { wish, by: 0 });
        if draft.years.every == 1 {
            kinds.push(RemedyKind::EverySecondYear { wish });
        }
    }
    if let Some(wish) = wish.filter(|&wish| garden.turns.wish(wish).is_some_and(|draft| !draft.resistant) && is_family(tie)) {
        kinds.push(RemedyKind::Resistant { wish });
    }
    let trellised = about.iter().any(|&wish| garden.turns.wish(wish).is_some_and(|draft| draft.needs.trellis));
    for bed in &garden.beds {
        if trellised && bed.trellises.is_empty() && !matches!(bed.kind, sparrow_facts::bed::BedKind::Container { .. }) {
            kinds.push(RemedyKind::Trellis { bed: bed.id });
        }
        let suits = |plot: &Plot| plot.at.bed == bed.id && plot.squares >= 6 && (!trellised || plot.trellis);
        let large = crate::turns::ground::plots(garden).iter().any(suits);
        if large && garden.turns.unit == TurnsUnit::Section && !garden.turns.divided.contains(&bed.id) {
            kinds.push(RemedyKind::Divide { bed: bed.id });
        }
    }
    if let (true, Ok(interval)) = (is_family(tie), u8::try_from(tie.later - tie.earlier)) {
        kinds.push(RemedyKind::Accept { family: tie.sort.clone(), interval });
    }
    kinds
}

fn remedy(
    known: Known,
    entries: &[Entry],
    (cost, clashes): (u64, u32),
    kind: RemedyKind,
    watch: &mut Watch<Reasons>,
) -> Option<Remedy> {
    let garden = known.garden;
    let RemedyKind::Fewer { wish, .. } = kind else {
        return tried(known, entries, kind, watch).filter(|remedy| remedy.cost < cost);
    };
    // The least number of squares that leaves fewer clashes: fewer squares never make a plan dearer.
    let most = garden.turns.wish(wish)?.squares.saturating_sub(1);
    let mut attempt =
        |by: u16| tried(known, entries, RemedyKind::Fewer { wish, by }, watch).filter(|remedy| remedy.against.too_soon < clashes);
    let mut best = if most == 0 { None } else { attempt(most) }?;
    let (mut least, mut enough) = (1, most);
    while least < enough {
        let by = (least + enough) / 2;
        match attempt(by) {
            Some(better) => (best, enough) = (better, by),
            None => least = by + 1,
        }
    }
    Some(best)
}

fn tried(known: Known, entries: &[Entry], kind: RemedyKind, watch: &mut Watch<Reasons>) -> Option<Remedy> {
    let garden = known.garden;
    let changes = changes(known, &kind)?;
    let edits = crate::change::turns::plan(known, &changes).ok()?;
    let mut changed = garden.clone();
    edit::apply(&mut changed, &edits);
    let problem = Problem::of(known.on(&changed));
    let mut left = 2 * WHILE_WAITING;
    let TurnProposal { entries, cost, proven, moved, against, .. } = proposal(&problem, entries, &mut |_, _| {
        left = left.saturating_sub(1);
        left > 0 && watch(None)
    })
    .ok()?;
    Some(Remedy { kind, changes, entries, cost: cost.total(), proven, against, moved })
}

fn changes(known: Known, kind: &RemedyKind) -> Option<Vec<TurnChange>> {
    let Known { garden, catalogue, .. } = known;
    let wish = |id: WishId, change: &dyn Fn(&mut WishDraft)| {
        let mut wish = garden.turns.wish(id)?.clone();
        change(&mut wish);
        Some(vec![TurnChange::ChangeWish { id, wish }])
    };
    match kind {
        RemedyKind::Containers { wish: id } => wish(*id, &|wish| wish.needs.container = true),
        RemedyKind::Fewer { wish: id, by } => wish(*id, &|wish| wish.squares = wish.squares.saturating_sub(*by).max(1)),
        RemedyKind::EverySecondYear { wish: id } => wish(*id, &|wish| wish.years.every = 2),
        RemedyKind::Resistant { wish: id } => wish(*id, &|wish| wish.resistant = true),
        RemedyKind::Without { wish: id, need } => wish(*id, &|wish| match need.as_str() {
            "trellis" => wish.needs.trellis = false,
            "sun" => wish.needs.sun = false,
            "deep" => wish.needs.deep = false,
            _ => wish.needs.container = false,
        }),
        RemedyKind::Trellis { bed } => Some(vec![TurnChange::Trellis { bed: *bed }]),
        RemedyKind::Divide { bed } => Some(vec![TurnChange::Divide { bed: *bed, divided: true }]),
        RemedyKind::Accept { family, interval } => {
            let (_, risk) = past::values(garden, catalogue.family(family)?);
            let values = Some((*interval, u8::try_from(risk).ok()?));
            Some(vec![TurnChange::SetFamily { family: family.clone(), values }])
        }
    }
}
