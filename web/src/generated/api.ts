// The shapes of what is sent and answered. Written by `cargo xtask generate`.

/** What ends an account: its own name typed, and its password. */
export type AccountEnding = {
  name: string;
  password: string;
};

/** What a part waits for. */
export type After = {
  /** The part it waits for, from 0. */
  part: number;
  /** Until that one stands so high \[in\]. */
  stands_inches: number | null;
  /** Until so many days after that one went in. */
  days: number | null;
  /** What is true by then, in words. */
  because: string | null;
};

/** What is against a plan for the years ahead. */
export type Against = {
  /** Squares that are wished for and find no ground, all years together. */
  short: number;
  /** How often a family comes back too soon where another plan could help it. */
  too_soon: number;
  /** In how many pieces of ground and years hungry follows hungry. */
  hungry: number;
  /** Over how many pieces of ground more than one crops are spread, all years together. */
  split: number;
};

/** All of it. */
export type Almanac = {
  /** Where the year's warmth is taken from. */
  from: WarmthFrom;
  /** The twelve pairs. */
  months: Monthly | null;
  /** The station. */
  station: Station | null;
  /** How much chance is taken. */
  appetite: Appetite;
  /** Beds that are mulched or covered, by their numbers. */
  beds: BedWarmth[];
  /** Soil readings, by day and bed. */
  readings: SoilReading[];
  /** The seedling shelf. */
  shelf: Shelf;
};

/** A plan in which one wish is put elsewhere, and nothing else moved. */
export type Alone = {
  /** What goes where. */
  entries: Entry[];
  /** What is against it. */
  against: Against;
};

/** How much of something. */
export type Amount = {
  /** How many, in tenths of the unit. */
  tenths: number;
  /** Of what. */
  unit: Unit;
  /** It is a guess: 'about half', 'a handful or so'. */
  rough: boolean;
};

/** An amount of seed such as 200 seeds, 2 g or 1/8 oz. */
export type AmountText = string;

/** What is answered. */
export type Answer = {
  to: "schools";
  is: SchoolCount[];
} | {
  to: "bare";
  is: Bare[];
} | {
  to: "suits";
  is: Bare;
} | {
  to: "in-hand";
  is: InHand;
} | {
  to: "markers";
  is: Markers;
} | {
  to: "groupings";
  is: Fitted[];
} | {
  to: "sheet";
  is: Sheet;
} | {
  to: "fits";
  is: Fits;
} | {
  to: "edge";
  is: Edge;
} | {
  to: "tally";
  is: Tally;
} | {
  to: "seeder";
  is: {
    wanted: Length;
    plates: Plate[];
  };
} | {
  to: "turns";
  is: TurnsView;
} | {
  to: "straight";
  is: Straight;
} | {
  to: "movable";
  is: Movable;
} | {
  to: "squares";
  is: SquaresAsked;
} | {
  to: "names";
  is: Word[];
} | {
  to: "usual-wish";
  is: WishDraft;
} | {
  to: "season";
  is: SeasonView;
} | {
  to: "rounds";
  is: Rounds;
} | {
  to: "record";
  is: WayRecord;
} | {
  to: "tin";
  is: Tin;
} | {
  to: "sowing";
  is: SowingSum[];
} | {
  to: "saving";
  is: Saving;
} | {
  to: "wants";
  is: Wants;
} | {
  to: "cautions";
  is: Caution[];
} | {
  to: "windows";
  is: {
    windows: Window[];
    shut_by: Gate | null;
    latest: LatestStart | null;
    figures: Figures;
  };
} | {
  to: "starts";
  is: Starts[];
} | {
  to: "moves";
  is: Moved[];
} | {
  to: "amounts";
  is: BedWish[];
};

/** How much chance of a killing frost a household takes. */
export type Appetite = "cautious" | "even" | "bold";

/** A plan with one wish put where the household wants it. */
export type Argued = {
  /** What was against the plan before. */
  before: Against;
  /** The best plan with the wish there. */
  proposal: TurnProposal;
  /** Whether that plan is worse than the one before by the rules of the household. */
  worse: boolean;
  /** The plan before with this one wish there and nothing else moved; nothing where it finds no square. */
  alone: Alone | null;
  /** What stands elsewhere, or in another number, than before: where it was, and where it is now. */
  gone: Entry[];
  /** See `gone`. */
  come: Entry[];
};

/** The answer to a list of wishes. */
export type Arranged = {
  /** The best found, and the best that is truly different, if there is one. */
  proposals: Proposal[];
  /** No score can be above this. */
  bound: number;
  /** Every layout with each crop in one piece was looked through, all crops found room in the first, and none is better. */
  proven: boolean;
  /** How often it was looked for anew, and how often at most. */
  looked: [number, number];
  /** Plantings that nothing in the list names, and that would be taken away. */
  gone: PatchId[];
};

/** All of it. */
export type AskedAlmanac = {
  /** Where the year's warmth is taken from. */
  from?: WarmthFrom;
  /** The twelve pairs. */
  months?: Monthly | null;
  /** The station. */
  station?: AskedStation | null;
  /** How much chance is taken. */
  appetite?: Appetite;
  /** Beds that are mulched or covered, by their numbers. */
  beds?: BedWarmth[];
  /** Soil readings, by day and bed. */
  readings?: SoilReading[];
  /** The seedling shelf. */
  shelf?: Shelf;
};

/** How much of something. */
export type AskedAmount = {
  /** How many, in tenths of the unit. */
  tenths: number;
  /** Of what. */
  unit: Unit;
  /** It is a guess: 'about half', 'a handful or so'. */
  rough?: boolean;
};

/** Where something happened. */
export type AskedAt = {
  /** The bed. */
  bed?: BedId | null;
  /** The patch. */
  patch?: PatchId | null;
  /** The half squares of the bed, when not all of it or of the patch. */
  rect?: Rect | null;
};

/** One growing place of the garden, as measured. */
export type AskedBed = {
  /** Its number in the garden. */
  id: BedId;
  /** Its name, unique in the garden, 1 to 40 letters. */
  name: string;
  /** What kind of place it is. */
  kind: AskedBedKind;
  /** Inside length. */
  length: Length;
  /** Inside width. */
  width: Length;
  /** Depth of soil. */
  depth: Length;
  /** The middle of the bed in the yard, from the drawing's left edge. */
  x: Length;
  /** The middle of the bed in the yard, from the drawing's top edge. */
  y: Length;
  /** How far it is turned on the drawing, degrees clockwise, 0 to 359. */
  turn: number;
  /** From which sides it can be reached. */
  reach: Reach;
  /** Cross-braces, from left to right. */
  braces: Brace[];
  /** Trellis lines. */
  trellises: Trellis[];
  /** Drip lines along the whole bed, each by its distance from the far side, in order. */
  drips?: Length[];
  /** The school of spacing chosen for the bed; nothing means the household's. */
  school?: School | null;
  /** Its outline within length and width. */
  shape?: Shape;
  /** How far stems stand from its boards or edges; nothing means half their own distance. */
  margin?: Length | null;
};

/** What kind of growing place it is. */
export type AskedBedKind = {
  kind: "raised";
  /** The boards, when they are sawn timber of a standard name. */
  board?: Board | null;
} | {
  kind: "ground";
} | {
  kind: "container";
  /** What it holds. */
  volume: Volume;
};

/** A crop to find room for. */
export type AskedBedWish = {
  /** The crop. */
  crop: string;
  /** Its way of growing. */
  way: string;
  /** How many plants, at least. */
  plants: number;
  /** It must find room; otherwise only if there is some. */
  must: boolean;
  /** The day it goes in; `None` for the planting's own, or its usual one. */
  from?: string | null;
  /** Its last day; `None` for the planting's own, or its usual one. */
  until?: string | null;
  /** The planting that is laid elsewhere and keeps all else that was said of it; `None` for a new one. Where it lies now is among the places looked at, so that no answer is worse than what is there. */
  patch?: PatchId | null;
};

/** Every fact of one garden. Lists are in the order of their numbers (or keys), so equal gardens are equal values. */
export type AskedGarden = {
  /** Where it is and how it measures. */
  site: AskedSite;
  /** Its growing places. */
  beds: AskedBed[];
  /** What stands, stood or will stand in them. */
  patches: AskedPatch[];
  /** What is remembered of earlier years. */
  past: AskedPastStand[];
  /** The household's own distances. */
  spacings: OwnSpacing[];
  /** The household's own groupings. */
  groupings?: AskedOwnGrouping[];
  /** Crops that the book lacks. */
  own_crops?: AskedOwnCrop[];
  /** The household's own varieties. */
  varieties?: AskedVariety[];
  /** The seed it has. */
  lots?: AskedSeedLot[];
  /** What it would like to have in a year. */
  wants?: AskedWant[];
  /** What else stands in the yard. */
  fixtures?: Fixture[];
  /** The school of spacing that holds where neither a patch nor its bed has its own. */
  school?: School;
  /** What it said about its turns: rules, wishes and plans for the years ahead. */
  turns?: AskedTurns;
  /** What it said of its weather, its shelf and the warmth of its beds. */
  almanac?: AskedAlmanac;
};

/** A garden as one file. */
export type AskedGardenFile = {
  /** The word that tells this kind of file from any other: `patient-sparrow-garden`. */
  format: "patient-sparrow-garden";
  /** The version of the format. */
  version: 11;
  /** The garden: everything its household said, nothing that follows from it. */
  garden: AskedGarden;
};

/** What happened. */
export type AskedHappened = {
  kind: "sown";
  /** Seeds, holes or cells. */
  many?: AskedAmount | null;
  /** How deep. */
  depth?: Length | null;
  /** How thick: from seed to seed, or from hole to hole. */
  apart?: Length | null;
  /** What it was covered with. */
  under?: SeedCover | null;
} | {
  kind: "up";
  /** How many. */
  many?: AskedAmount | null;
  /** Of how many that were sown. */
  of?: AskedAmount | null;
} | {
  kind: "thinned";
  /** To what distance. */
  to?: Length | null;
} | {
  kind: "potted-on";
  /** How many. */
  many?: AskedAmount | null;
} | {
  kind: "arrived";
  /** How many. */
  many?: AskedAmount | null;
} | {
  kind: "hardened";
} | {
  kind: "planted";
  /** How many. */
  many?: AskedAmount | null;
} | {
  kind: "staked";
} | {
  kind: "watered";
  /** How deep it went. */
  depth?: Length | null;
} | {
  kind: "fed";
  /** How much. */
  many?: AskedAmount | null;
} | {
  kind: "mulched";
} | {
  kind: "covered";
} | {
  kind: "uncovered";
} | {
  kind: "weeded";
} | {
  kind: "pollinated";
} | {
  kind: "seen";
  /** What kind of harm. */
  harm: HarmSeen;
  /** How bad. */
  grade: HowBad;
} | {
  kind: "picked";
  /** How much. */
  many?: AskedAmount | null;
} | {
  kind: "cut-again";
  /** How much. */
  many?: AskedAmount | null;
} | {
  kind: "cleared";
  /** Why. */
  ending: Ending;
} | {
  kind: "stored";
  /** How much. */
  many?: AskedAmount | null;
} | {
  kind: "soil-read";
  /** Its temperature. */
  temperature?: TenthsC | null;
  /** What a finger felt. */
  moisture?: Moisture | null;
  /** Tenths of a pH. */
  tenths_ph?: number | null;
} | {
  kind: "weather";
  /** The lowest. */
  low?: TenthsC | null;
  /** The highest. */
  high?: TenthsC | null;
  /** Rain. */
  rain?: Length | null;
} | {
  kind: "put-off";
  /** Which. */
  work: Work;
  /** Until when. */
  until: string;
} | {
  kind: "left-out";
  /** Which. */
  work: Work;
} | {
  kind: "tended";
  /** Which. */
  work: Work;
} | {
  kind: "chose";
  /** What they disagree about, by its key. */
  topic: string;
  /** The school that was chosen, by its key. */
  school: string;
} | {
  kind: "walked";
  /** Their numbers; what is not among them comes after. */
  beds: BedId[];
} | {
  kind: "photo";
  /** The picture's number: SHA-256 of its bytes, as 64 hexadecimal digits in small letters. */
  picture: string;
} | {
  kind: "note";
} | {
  kind: "struck";
  /** Which. */
  entry: EntryId;
};

/** One entry. */
export type AskedJournalEntry = {
  /** Its number. */
  id: EntryId;
  /** The day it is of. */
  day: string;
  /** Where; nowhere means the whole garden. */
  at?: AskedAt;
  /** What happened. */
  what: AskedHappened;
  /** What else there is to say, in the gardener's words. */
  words?: string;
  /** The entry it stands in place of. */
  instead_of?: EntryId | null;
};

/** A journal as one file. */
export type AskedJournalFile = {
  /** The word that tells this kind of file from any other: `patient-sparrow-journal`. */
  format: "patient-sparrow-journal";
  /** The version of the format. */
  version: 1;
  /** Whose garden it is of. */
  garden: string;
  /** Every entry that was written, those too that were struck out or replaced, in the order of their numbers. */
  entries: AskedJournalEntry[];
};

/** A list, each line of it as it would be typed. */
export type AskedListed = {
  of: "own-crops";
  /** They. */
  lines: AskedOwnCropDraft[];
} | {
  of: "varieties";
  /** They. */
  lines: AskedVarietyDraft[];
} | {
  of: "lots";
  /** They. */
  lines: AskedLotDraft[];
};

/** A lot of seed as typed. */
export type AskedLotDraft = {
  /** The key of its crop. */
  crop: string;
  /** The household's variety that it is of. */
  variety?: VarietyId | null;
  /** Of a crop that is grown from either, it is what is planted, as sets or crowns, and not seed. */
  planted?: boolean;
  /** How much there is; nothing leaves it as it was counted before. */
  amount?: AmountText | null;
  /** The day on which that was counted; nothing means today. */
  counted?: string | null;
  /** The year for which it was packed. */
  packed: number;
  /** Seeds of a hundred that come up, as its packet says. */
  printed?: number | null;
  /** Tests at home, the first first. */
  tests: GerminationTest[];
  /** What was done to it. */
  treated?: Treated | null;
  /** How it is kept. */
  kept: SeedKept;
  /** What was paid for it, in hundredths of the household's money. */
  price?: number | null;
  /** Where it is from. */
  source: string;
  /** What else there is to say. */
  note: string;
};

/** A crop that the book lacks. Whatever it does not say is its nearest relative's. */
export type AskedOwnCrop = {
  /** Its number. */
  id: OwnCropId;
  /** The key of the book's crop that is its nearest relative. */
  like: string;
  /** The key of that crop's way in which it is grown. */
  way: string;
  /** What it is called, up to 40 letters. */
  name: string;
  /** Its name for more than one, up to 40 letters. */
  plural: string;
  /** Its botanical name, up to 60 letters; empty where nobody says. */
  botanical?: string;
  /** The key of its rotation family. */
  family: string;
  /** What is known of it in place of its relative's figures. */
  figures?: AskedOwnCropFigures;
  /** Where its figures are from, in the household's words, up to 80 letters. */
  source?: string;
  /** What else there is to say, up to 200 letters. */
  note?: string;
};

/** A crop of the household's own as typed; what is nothing is its relative's. */
export type AskedOwnCropDraft = {
  /** The key of its nearest relative in the book. */
  like: string;
  /** The key of that crop's way in which it is grown. */
  way: string;
  /** What it is called. */
  name: string;
  /** Its name for more than one; empty where it is the same. */
  plural: string;
  /** Its botanical name, or nothing. */
  botanical: string;
  /** The key of its rotation family; nothing means its relative's. */
  family?: string | null;
  /** Between plants, along and across. */
  distance?: [Tape, Tape] | null;
  /** How wide it grows. */
  spread?: Tape | null;
  /** How high it grows. */
  height?: Tape | null;
  /** How deep it is sown or set. */
  depth?: Tape | null;
  /** Days to maturity, least and most. */
  days?: [number, number] | null;
  /** From when they are counted. */
  counted_from?: CountedFrom | null;
  /** How many days it is picked. */
  picked?: number | null;
  /** The air that kills it \[whole °C\]. */
  kills_c?: number | null;
  /** The soil from which it may go in \[whole °C\]. */
  soil_c?: number | null;
  /** Where its figures are from. */
  source: string;
  /** What else there is to say. */
  note: string;
};

/** Figures of a crop of one's own; each that is nothing is its relative's. */
export type AskedOwnCropFigures = {
  /** Between plants, along and across. */
  distance?: Spacing | null;
  /** How wide its canopy grows. */
  spread?: Length | null;
  /** How high it grows. */
  height?: Length | null;
  /** How deep it is sown or set. */
  depth?: Length | null;
  /** Days to maturity, least and most. */
  days?: [number, number] | null;
  /** From when they are counted. */
  counted_from?: CountedFrom | null;
  /** How many days it is picked, or stands well once ripe. */
  picked?: number | null;
  /** The air that kills established plants \[whole °C\]. */
  kills_c?: number | null;
  /** The soil from which it may go in \[whole °C\]. */
  soil_c?: number | null;
};

/** A grouping the household saved from one of its beds. */
export type AskedOwnGrouping = {
  /** Its number. */
  id: OwnGroupingId;
  /** Its name, unique in the garden, 1 to 60 letters. */
  name: string;
  /** The day of the growing year on which its first part goes in, from 0. */
  first_day: number;
  /** Its parts, at least two. */
  parts: AskedOwnPart[];
};

/** One part of a household's own grouping, placed from its far left corner and its first day. */
export type AskedOwnPart = {
  /** What is planted, and how. */
  planted: AskedPlanted;
  /** The half squares, from the grouping's far left corner. */
  rect: Rect;
  /** Days from the grouping's first day to the day it goes in. */
  days_after: number;
  /** Days it stands. */
  days: number;
};

/** What a packet of seed says. */
export type AskedPacket = {
  /** Days to maturity, least and most. */
  days?: [number, number] | null;
  /** From when it counts them; nothing means as the book does. */
  counted_from?: CountedFrom | null;
  /** Between plants, along and across. */
  distance?: Spacing | null;
  /** How deep it is sown. */
  depth?: Length | null;
  /** How high it grows. */
  height?: Length | null;
  /** What was done to the seed: it must not be soaked, or is handled with gloves. */
  treated?: Treated | null;
};

/** One remembered stand: what was in a bed, or a section of it, in a growing year. */
export type AskedPastStand = {
  /** Its number in the garden. */
  id: PastId;
  /** The bed. */
  bed: BedId;
  /** The section, counted from 0 at the left; nothing means the whole bed. */
  section?: number | null;
  /** The growing year, by the calendar year in which it begins. */
  year: number;
  /** What stood there. */
  stood: Stood;
};

/** One crop on one rectangle for one span of days. */
export type AskedPatch = {
  /** Its number in the garden. */
  id: PatchId;
  /** The bed it lies in. */
  bed: BedId;
  /** The half squares it covers. */
  rect: Rect;
  /** The first day it is in the ground. */
  from: string;
  /** The last day it is in the ground. */
  until: string;
  /** What is planted there, and how. */
  planted: AskedPlanted;
  /** It stays where it is, whatever is arranged round it. */
  locked?: boolean;
  /** It is a single row at an exact place within its half squares. */
  line?: RowLine | null;
  /** Warnings the household has seen and keeps, by key, in order. */
  kept: WarningKey[];
  /** What is said or expected of its time. */
  timing?: AskedTiming;
};

/** A change of one patch's time, place or crop, made together with others. */
export type AskedPatchChange = {
  change: "days";
  patch: PatchId;
  from: string;
  until: string;
} | {
  change: "timing";
  patch: PatchId;
  timing: AskedTiming;
} | {
  change: "ground";
  patch: PatchId;
  bed: BedId;
  rect: Rect;
} | {
  change: "crop";
  patch: PatchId;
  crop: string;
  way: string;
} | {
  change: "between";
  patch: PatchId;
  between: boolean;
} | {
  change: "add";
  placing: AskedPlacing;
} | {
  change: "remove";
  patch: PatchId;
};

/** A patch to be: what would be planted, where and when. */
export type AskedPlacing = {
  /** The bed. */
  bed: BedId;
  /** The half squares it would cover. */
  rect: Rect;
  /** The first day in the ground. */
  from: string;
  /** The last day in the ground. */
  until: string;
  /** What would be planted there, and how. */
  planted: AskedPlanted;
  /** It is a single row at an exact place. */
  line?: RowLine | null;
  /** What is said of its time. */
  timing?: AskedTiming;
};

/** What is planted and how: all that is the same wherever and whenever it stands. */
export type AskedPlanted = {
  /** The crop's key in the catalogue. */
  crop: string;
  /** The growing way's key within the crop. */
  way: string;
  /** The household's own number of holes, when fewer than fit; nothing means as many as fit. */
  holes?: number | null;
  /** Planted between other plants: it may share ground with another crop. */
  between: boolean;
  /** The school of spacing chosen for it; nothing means the bed's. */
  school?: School | null;
  /** The distance at which this planting stands, whatever the household's or the table's is. */
  distance?: Spacing | null;
  /** Seeds, sets or plants put into each hole; nothing means as many as its way of growing asks for. */
  in_each?: number | null;
};

/** Seed of one crop that was packed together. */
export type AskedSeedLot = {
  /** Its number. */
  id: LotId;
  /** The key of its crop. */
  crop: string;
  /** The household's variety that it is of, where it has a name. */
  variety?: VarietyId | null;
  /** Of a crop that is grown from either, it is what is planted, as sets or crowns, and not seed; of another crop it says nothing. */
  planted?: boolean;
  /** How much of it there was when it was counted. */
  amount: SeedAmount;
  /** The day on which that was counted; what was sown since is taken off. */
  counted: string;
  /** The year for which it was packed, or in which it was saved. */
  packed: number;
  /** Seeds of a hundred that come up, as its packet says. */
  printed?: number | null;
  /** What tests at home said, the first first. */
  tests?: GerminationTest[];
  /** What was done to it. */
  treated?: Treated | null;
  /** How it is kept. */
  kept?: SeedKept;
  /** What was paid for it, in hundredths of the household's money. */
  price?: number | null;
  /** Where it is from, in the household's words, up to 80 letters. */
  source?: string;
  /** What else there is to say, up to 200 letters. */
  note?: string;
};

/** The place of a garden, as its household gave it. */
export type AskedSite = {
  /** The garden's name, 1 to 60 letters. */
  name: string;
  /** The town or place, up to 60 letters; may be empty. */
  place: string;
  /** Latitude, hundredths of a degree. */
  latitude: Latitude;
  /** The household's measures. */
  units: Units;
  /** Where north lies on the drawing, degrees clockwise from straight up, 0 to 359. */
  north: number;
  /** What the household says of its frosts. */
  freezes: Freezes;
  /** Longitude, hundredths of a degree; nothing where only the latitude is known. */
  longitude?: Longitude | null;
  /** How high it lies above the sea \[m\], where its household said; nothing where it is taken from the map. */
  height?: number | null;
  /** What is usual there in each month; nothing where only the latitude is known. */
  months?: PlaceMonths | null;
  /** The time zone its household lives by, a name of the IANA time zone database such as `Pacific/Auckland`; nothing where it is not known, which is where the server's own day is taken. */
  zone?: string | null;
  /** The measures of its squares, where they are not the household's: one that changed its measures keeps the squares that its plantings stand on. */
  grid?: Units | null;
  /** The maize that a neighbour grows, where the household knows of it. */
  neighbour_maize?: NeighbourMaize | null;
};

/** What a weather station's daily file says, condensed when it was read. The file itself is not kept. */
export type AskedStation = {
  /** What the household calls it, 1 to 60 letters. */
  name: string;
  /** The first day in the file. */
  first: string;
  /** The last day in the file. */
  last: string;
  /** Days with a high and a low. */
  days: number;
  /** Days between the first and the last that are missing. */
  missing: number;
  /** Means of the months. */
  monthly: Monthly;
  /** Mean rain of the months, whole millimetres, where the file has it. */
  rain_mm?: [number, number, number, number, number, number, number, number, number, number, number, number] | null;
  /** The frosts, year by year; only years of which both halves are there. */
  years: AskedStationYear[];
};

/** The frosts of one growing year at a station. */
export type AskedStationYear = {
  /** The growing year. */
  year: number;
  /** Days of it in the file. */
  days: number;
  /** The last day of its first half with a low of 0 °C or less; nothing if there was none. */
  last_frost?: string | null;
  /** The first such day of its second half. */
  first_frost?: string | null;
};

/** What the household said or expects of a patch's time, beside the plan's first and last day. */
export type AskedTiming = {
  /** How it comes to the ground; nothing means as is usual for its crop. */
  means?: Means | null;
  /** When it was or will be sown on the shelf, when not the usual weeks before. */
  sown?: string | null;
  /** When bought plants arrive. */
  arrives?: string | null;
  /** Seedlings of a hundred that come to be planted, when not as the shelf's; 10 to 100. */
  survival?: number | null;
  /** The days its packet gives, when they are not the catalogue's; 10 to 400, counted from where the catalogue counts them. */
  packet?: number | null;
  /** When its ground is expected to be free, when that is not the plan's last day. */
  free_on?: string | null;
  /** It is one of several sowings made to learn which date is best, by their common number. */
  trial?: number | null;
};

/** A change of what a household said about its turns; several are made as one. */
export type AskedTurnChange = {
  turn: "set-rules";
  years: number;
  school: TurnSchool;
  unit: TurnsUnit;
  covers_count: boolean;
} | {
  turn: "shade";
  bed: BedId;
  shady: boolean;
} | {
  turn: "divide";
  bed: BedId;
  divided: boolean;
} | {
  turn: "trellis";
  bed: BedId;
} | {
  turn: "set-family";
  family: string;
  values?: [number, number] | null;
} | {
  turn: "find";
  bed: BedId;
  family: string;
  found?: [string, number] | null;
} | {
  turn: "wish";
  wish: AskedWishDraft;
} | {
  turn: "change-wish";
  id: WishId;
  wish: AskedWishDraft;
} | {
  turn: "remove-wish";
  id: WishId;
} | {
  turn: "pin";
  pin: Pinned;
  fixed: boolean;
} | {
  turn: "close";
  closing: Closing;
  closed: boolean;
} | {
  turn: "dont-know";
  unknown: Unknown;
  is: boolean;
} | {
  turn: "remember";
  bed: BedId;
  section?: number | null;
  year: number;
  words: string;
} | {
  turn: "keep-plan";
  name: string;
  entries: Entry[];
} | {
  turn: "follow-plan";
  id: TurnPlanId;
} | {
  turn: "forget-plan";
  id: TurnPlanId;
};

/** A wish with its number. */
export type AskedTurnWish = {
  /** Its number in the garden. */
  id: WishId;
  /** What is wished. */
  wish: AskedWishDraft;
};

/** All that a household said about its turns. */
export type AskedTurns = {
  /** How many years are planned, 1 to 8. */
  years: number;
  /** Which rule leads. */
  school: TurnSchool;
  /** What counts as the same ground. */
  unit: TurnsUnit;
  /** Whether green manures and winter covers count as stands of their families. */
  covers_count: boolean;
  /** Beds that are in half shade. */
  shady: BedId[];
  /** Beds whose sections count as two halves each. */
  divided: BedId[];
  /** Own values of families. */
  families: OwnFamily[];
  /** What was found in the soil. */
  findings: SoilFinding[];
  /** What is wanted. */
  wishes: AskedTurnWish[];
  /** What is fixed. */
  pins: Pinned[];
  /** What lies fallow. */
  closed: Closing[];
  /** What nobody knows. */
  unknown: Unknown[];
  /** Kept plans. */
  plans: TurnPlan[];
};

/** A variety of a crop, as the household knows it. Whatever it does not say comes from the crop. */
export type AskedVariety = {
  /** Its number. */
  id: VarietyId;
  /** The key of the crop that it is one of. */
  crop: string;
  /** The key of the book's way in which it is grown. */
  way: string;
  /** What it is called, up to 60 letters. */
  name: string;
  /** Of which kind it is, by the matters in which kinds of its crop differ: 'sugar' is 'extra-sweet'. */
  kinds?: Record<string, string>;
  /** What its packet says. */
  packet?: AskedPacket;
  /** The distance that worked here, whatever packet and book say. */
  own_distance?: Spacing | null;
  /** The colour of its leaf, flower or fruit, in words of its own, up to 40 letters. */
  colour?: string;
  /** What else there is to say, up to 200 letters. */
  note?: string;
  /** It did badly and is to have one more chance, elsewhere. */
  again?: boolean;
};

/** A variety as typed. */
export type AskedVarietyDraft = {
  /** The key of its crop. */
  crop: string;
  /** The key of the book's way in which it is grown. */
  way: string;
  /** What it is called. */
  name: string;
  /** Its kind in each matter that is said. */
  kinds: Record<string, string>;
  /** The packet's days, least and most. */
  days?: [number, number] | null;
  /** From when they are counted; nothing means as the book does. */
  counted_from?: CountedFrom | null;
  /** The packet's distance, along and across. */
  distance?: [Tape, Tape] | null;
  /** The packet's depth. */
  depth?: Tape | null;
  /** The packet's height. */
  height?: Tape | null;
  /** What was done to the seed. */
  treated?: Treated | null;
  /** The distance that worked here, along and across. */
  own_distance?: [Tape, Tape] | null;
  /** Its colour. */
  colour: string;
  /** What else there is to say. */
  note: string;
  /** It is to have one more chance, elsewhere. */
  again: boolean;
};

/** What the household would like to have of a crop. */
export type AskedWant = {
  /** Its number. */
  id: WantId;
  /** The key of the crop. */
  crop: string;
  /** The household's variety, where it is to be that one. */
  variety?: VarietyId | null;
  /** How much. */
  amount: WantAmount;
  /** What for. */
  purpose: Purpose;
  /** All of it is wanted in one week, to be put up at once. */
  at_once?: boolean;
  /** What the household would pay for all of it, in hundredths of its money. */
  worth?: number | null;
  /** What else there is to say, up to 200 letters. */
  note?: string;
};

/** A crop wanted in the years ahead. */
export type AskedWishDraft = {
  /** The crop's key. */
  crop: string;
  /** The household's variety; nothing where any will do. */
  variety?: VarietyId | null;
  /** Squares in each of its years, 1 to 400. */
  squares: number;
  /** When it holds its ground, one part at least. */
  parts: Parts;
  /** What it asks for. */
  needs: Needs;
  /** In which years. */
  years: AskedYearsOf;
  /** Whether it is planted the autumn before and stands over winter, like garlic. */
  winters: boolean;
  /** Whether a resistant variety is grown, which halves what a clash counts. */
  resistant: boolean;
};

/** In which years something is wanted. */
export type AskedYearsOf = {
  /** Every year, every second year and so on, 1 to 8; counted from `first`, or from year 0. */
  every: number;
  /** The first year, if there is one. */
  first?: number | null;
  /** The last year, if there is one. */
  last?: number | null;
};

/** A command as it is sent, with the day whose picture is wanted back. */
export type Asking = {
  command: Command;
  on?: string | null;
  /** Only show what would follow; change nothing. */
  rehearse?: boolean;
  /** The season of that day's year is wanted too. */
  season?: boolean;
};

/** Where something happened. */
export type At = {
  /** The bed. */
  bed: BedId | null;
  /** The patch. */
  patch: PatchId | null;
  /** The half squares of the bed, when not all of it or of the patch. */
  rect: Rect | null;
};

/** A planting at risk. */
export type AtRisk = {
  /** The patch. */
  patch: PatchId;
  /** What may happen. */
  harm: Harm;
};

/** One bar: a patch on a lane. */
export type Bar = {
  /** The patch. */
  patch: PatchId;
  /** Its ground. */
  rect: Rect;
  /** Plants in it. */
  plants: number;
};

/** A piece of ground that is bare for a time, and what could use it. */
export type Bare = {
  /** The bed. */
  bed: BedId;
  /** The half squares. */
  rect: Rect;
  /** Its ground in hundredths of a square, part squares at their size. */
  centisquares: number;
  /** The first bare day. */
  from: string;
  /** The last bare day. */
  until: string;
  /** Bare days. */
  days: number;
  /** Crops that are ready within that time, the best use of it first. */
  suits: Suits[];
};

/** The seedlings of one patch. */
export type Batch = {
  /** The patch they are for. */
  patch: PatchId;
  /** Plants that are wanted. */
  plants: number;
  /** Cells sown, so that enough come through; for bought plants, as many as are wanted. */
  cells: number;
  /** Trays that are filled with them, and cells of one more; nothing for bought plants and what is sown in pots. */
  trays: [number, number] | null;
  /** Plants that stand together in each cell, to be parted when they are planted; nothing where they are not. */
  parted: number | null;
  /** When they are sown; nothing for bought plants. */
  sow: string | null;
  /** When half of them are up. */
  up: string | null;
  /** When they go into bigger pots, the sowing day for what is sown in them; nothing when they never do. */
  pot_on: string | null;
  /** How many go into bigger pots: as many as are wanted, the strongest. */
  pots: number;
  /** When they go out to harden, or arrive. */
  harden: string;
  /** When they are planted. */
  plant: string;
};

/** One growing place of the garden, as measured. */
export type Bed = {
  /** Its number in the garden. */
  id: BedId;
  /** Its name, unique in the garden, 1 to 40 letters. */
  name: string;
  /** What kind of place it is. */
  kind: BedKind;
  /** Inside length. */
  length: Length;
  /** Inside width. */
  width: Length;
  /** Depth of soil. */
  depth: Length;
  /** The middle of the bed in the yard, from the drawing's left edge. */
  x: Length;
  /** The middle of the bed in the yard, from the drawing's top edge. */
  y: Length;
  /** How far it is turned on the drawing, degrees clockwise, 0 to 359. */
  turn: number;
  /** From which sides it can be reached. */
  reach: Reach;
  /** Cross-braces, from left to right. */
  braces: Brace[];
  /** Trellis lines. */
  trellises: Trellis[];
  /** Drip lines along the whole bed, each by its distance from the far side, in order. */
  drips: Length[];
  /** The school of spacing chosen for the bed; nothing means the household's. */
  school: School | null;
  /** Its outline within length and width. */
  shape: Shape;
  /** How far stems stand from its boards or edges; nothing means half their own distance. */
  margin: Length | null;
};

/** One bed through the year. */
export type BedBand = {
  /** The bed. */
  bed: BedId;
  /** Its lanes, from the far left corner. */
  lanes: Lane[];
  /** Its soil on the needle's day \[°C\]. */
  soil: number;
  /** What was assumed for that. */
  corrections: Correction[];
  /** A thermometer was read there in the last two weeks. */
  read: boolean;
};

/** A bed as typed. */
export type BedDraft = {
  /** Its name. */
  name: string;
  /** What kind of place it is. */
  kind: KindDraft;
  /** Length; a container may leave it to its volume. */
  length?: Tape | null;
  /** Width; a container may leave it to its volume. */
  width?: Tape | null;
  /** Depth of soil; boards of a known name may leave it to their height, containers to their volume. */
  depth?: Tape | null;
  /** Whether length and width were measured over the outside of the boards. */
  outside: boolean;
  /** Middle of the bed from the left of the yard's drawing; nothing lets the garden find a place. */
  x?: Tape | null;
  /** Middle of the bed from the top of the drawing. */
  y?: Tape | null;
  /** Turn on the drawing, degrees clockwise. */
  turn: number;
  /** From which sides it is reached. */
  reach: Reach;
  /** Where the middles of the cross-braces are, from the left end inside. */
  braces: Tape[];
  /** Trellis lines. */
  trellises: TrellisDraft[];
  /** Drip lines along the bed, by their distance from the far side. */
  drips?: Tape[];
  /** Its outline within length and width. */
  shape?: ShapeDraft;
  /** How far stems stand from its boards; nothing means half their own distance. */
  margin?: Tape | null;
};

/** The findings of one bed. */
export type BedFindings = {
  /** The bed. */
  bed: BedId;
  /** All that is found there, in order. */
  findings: Finding[];
};

/** The ground of a bed as a form shows it. */
export type BedFit = {
  /** Along its length. */
  along: SideFit;
  /** Across its width. */
  across: SideFit;
  /** Half squares along and across, part squares included: the grid on which patches lie. */
  half_columns: number;
  /** Half squares across. */
  half_rows: number;
  /** Ground inside the boards in hundredths of a square. */
  ground_centisquares: number;
  /** The same, less what the braces cover. */
  open_centisquares: number;
  /** Size over the outside of the boards, when their thickness is known. */
  outside: [Length, Length] | null;
  /** How high the boards really stand, when they have a standard name. */
  board_height: Length | null;
};

/** A bed on a day. */
export type BedGlance = {
  /** The bed. */
  bed: BedId;
  /** Plants standing on the day. */
  plants: number;
  /** Ground no patch covers on it, in hundredths of a square. */
  free_centisquares: number;
};

/** The number of a bed within its garden, from 1. */
export type BedId = number;

/** What kind of growing place it is. */
export type BedKind = {
  kind: "raised";
  /** The boards, when they are sawn timber of a standard name. */
  board: Board | null;
} | {
  kind: "ground";
} | {
  kind: "container";
  /** What it holds. */
  volume: Volume;
};

/** A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone. */
export type BedListNow = {
  /** New, or otherwise than before. */
  now: Bed[];
  /** Gone. */
  gone: BedId[];
};

/** What follows for one bed. */
export type BedReckoning = {
  /** The bed. */
  bed: BedId;
  /** Its squares. */
  fit: BedFit;
  /** How many sections its braces make. */
  sections: number;
  /** How squares lie along the soil of each section, where braces make several. */
  section_fits: SideFit[];
  /** Plants standing on the needle's day. */
  plants: number;
  /** Ground no patch covers on the needle's day, in hundredths of a square. */
  free_centisquares: number;
  /** What stood here before the growing year, latest first. */
  before: Stand[];
  /** What its trellises shade at noon in midsummer, grown over. */
  trellis_shades: TrellisShade[];
};

/** A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone. */
export type BedReckoningListNow = {
  /** New, or otherwise than before. */
  now: BedReckoning[];
  /** Gone. */
  gone: BedId[];
};

/** How a bed's ground is kept warm or cool. */
export type BedWarmth = {
  /** The bed. */
  bed: BedId;
  /** What lies on it. */
  mulch: Mulch;
  /** What is stretched over it. */
  cover: Cover;
};

/** A crop to find room for. */
export type BedWish = {
  /** The crop. */
  crop: string;
  /** Its way of growing. */
  way: string;
  /** How many plants, at least. */
  plants: number;
  /** It must find room; otherwise only if there is some. */
  must: boolean;
  /** The day it goes in; `None` for the planting's own, or its usual one. */
  from: string | null;
  /** Its last day; `None` for the planting's own, or its usual one. */
  until: string | null;
  /** The planting that is laid elsewhere and keeps all else that was said of it; `None` for a new one. Where it lies now is among the places looked at, so that no answer is worse than what is there. */
  patch: PatchId | null;
};

/** The weather that suits some work best. */
export type Best = "dry" | "dull";

/** A garden in the bin. */
export type BinLine = {
  number: number;
  name: string;
  /** When it is gone for good. */
  until: string;
};

/** A sawn board by the name it is sold under, which is larger than the board. */
export type Board = "1x6" | "1x8" | "2x6" | "2x8" | "2x10" | "2x12";

/** Under what it bolts, or spoils where it is ripe \[°C\]. */
export type Bolts = {
  /** The mean of the days above which leaves bolt or heads spoil. */
  mean: number;
  /** A day length that makes it bolt so much earlier \[hours, °C\]. */
  long: [number, number] | null;
  /** The last days before it is ripe for which that holds. */
  days: number;
};

/** A cross-brace: a board across the bed that keeps the long sides from bowing and splits it. */
export type Brace = {
  /** Where its middle is, from the left end. */
  at: Length;
  /** How much of the bed's length it covers. */
  thickness: Length;
};

/** How bulbs are made. */
export type Bulbs = {
  /** The length of day that a household's kind waits for, where it is said \[hours\]; else that of its latitude. */
  hours: number | null;
  /** How much shorter days than an onion's make it begin \[hours\]. */
  shorter: number;
  /** The least of the packet's days it has grown before: from seed or as a plant, and from a set. */
  before: [number, number];
  /** The packet's days from there to lifting. */
  fills: number;
};

/** Which part of a plant is eaten, which decides when its weight comes. */
export type Bulk = "root" | "head" | "leaf" | "fruit";

/** Whether a garden's calendar can be subscribed to, and where. */
export type CalendarAt = {
  /** Whoever asks has a private link. */
  given: boolean;
  /** Its path, which is told once, when it is given. */
  path: string | null;
};

/** The garden that was come into. */
export type CameInto = {
  garden: number;
};

/** Days on which meals can be had, of those that are wanted. */
export type CanBeHad = {
  /** Days of the months that are asked for. */
  wanted: number;
  /** Those of them on which it can be had from the ground here. */
  days: number;
  /** The first. */
  from: string;
  /** The last. */
  until: string;
};

/** What is to be known of a piece of work. */
export type CareNote = {
  /** How it is done. */
  how: string;
  /** Why, and why now; may be empty. */
  why: string;
  /** What happens if it is left; may be empty. */
  left: string;
  /** How well that is supported. */
  grade: Grade;
  /** The key of its source. */
  source: string;
  /** What gardeners do differently about it. */
  topic: TopicTold | null;
};

/** One way of doing it. */
export type CareSchool = {
  /** Its key within the topic. */
  key: string;
  /** What it is called. */
  name: string;
  /** How it is done, and why. */
  how: string;
};

/** What a command is answered with: its outcome, or of a rehearsal what would change. */
export type Carried = Outcome | Changed;

/** What carries the pollen. */
export type Carried2 = "itself" | "insects" | "wind";

/** Everything the product knows of plants before a household says anything. */
export type Catalogue = {
  /** Crops, by name. */
  crops: Crop[];
  /** Rotation families, by name. */
  families: Family[];
  /** What grows well or badly beside what. */
  relations: Relation[];
  /** Plants put down together. */
  groupings: Grouping[];
  /** Where figures come from, by key. */
  sources: Record<string, Source>;
  /** What else crops are called. */
  names: Name[];
  /** In which matters varieties differ. */
  matters: Matter[];
};

/** Something that may hurt. */
export type Caution = {
  /** Its key. */
  key: string;
  /** What may hurt, and what to do. */
  text: string;
  /** Who knows what holds in one's own place. */
  ask: string | null;
};

/** Something in a piece of ground in a year. */
export type Cell = {
  /** Where. */
  at: Piece;
  /** The growing year. */
  year: number;
  /** Its family. */
  family: string;
  /** What it is. */
  stood: Stood;
  /** When it holds its ground. */
  parts: Parts;
  /** How much, in hundredths of a square, where it is known. */
  centisquares: number | null;
  /** How certain it is. */
  kind: CellKind;
  /** The wish it is planned for. */
  wish: WishId | null;
  /** The planting. */
  patch: PatchId | null;
  /** The remembered stand, so that just this one can be forgotten. */
  past: PastId | null;
  /** Whether it goes on standing where it is. */
  stays: boolean;
};

/** How certain a stand is. */
export type CellKind = "remembered" | "planted" | "planned";

/** How cells are sown under cover. */
export type CellsSown = {
  /** Trays that are filled, and cells of one more; nothing for what is sown in pots. */
  trays: [number, number] | null;
  /** Seeds in each. */
  in_each: number;
  /** Plants that stand together in each, to be parted when they are planted; nothing where they are not. */
  parted: number | null;
};

/** A change, as a list shows it. */
export type ChangeLine = {
  /** Its number in the garden. */
  number: number;
  /** Who made it; nothing when their account is no more. */
  by: string | null;
  /** Whoever asks made it. */
  mine: boolean;
  /** When. */
  at: string;
  /** The kind of command. */
  did: string;
  /** It was taken back. */
  undone: boolean;
};

/** What a change changed. */
export type Changed = {
  /** The garden's revision after it. */
  revision: number;
  /** How many entries its journal had when this was told. */
  journal: number;
  /** The kind of command that undo would take back. */
  undo: string | null;
  /** The kind of command that redo would do again. */
  redo: string | null;
  /** The day it is; a change of the time zone may change it. */
  today: string;
  /** Facts. */
  facts: FactsNow;
  /** The numbers of what was made. */
  made: NumbersMade;
  /** What the household has of its own beside the catalogue, when anything of it changed. */
  own: OwnBook | null;
  /** What follows. */
  reckoning: ReckoningNow;
  /** The season of the needle's year, when it was asked for. */
  season: SeasonView | null;
};

/** A patch that was to be out by now: its ground may not be empty yet, nor dug and fed. */
export type Cleared = {
  /** The patch. */
  patch: PatchId;
  /** Its last day. */
  until: string;
  /** Its ground. */
  ground: Ground;
  /** How far its ground begins from the side that distances across are measured from. */
  first_edge: Length;
};

/** Ground that lies fallow, or under a cover crop, for a year. */
export type Closing = {
  /** Where. */
  at: Piece;
  /** The growing year. */
  year: number;
};

/** Which part of a plant the cold reaches. */
export type ColdPart = "seedling" | "tops" | "product" | "roots";

/** What comes up of a lot on a day, of a hundred. */
export type ComesUp = {
  /** What is expected. */
  percent: number;
  /** Between which it lies nine times in ten. */
  between: [number, number];
  /** What usually comes up of fresh seed. */
  fresh: number;
  /** The first day on which it is too old to reckon with, within ten years; nothing where that is later. */
  too_old: string | null;
};

/** A change of the facts, as the page asks for it. */
export type Command = {
  do: "set-site";
  site: AskedSite;
} | {
  do: "add-bed";
  draft: BedDraft;
} | {
  do: "change-bed";
  bed: BedId;
  draft: BedDraft;
} | {
  do: "move-bed";
  bed: BedId;
  x: Tape;
  y: Tape;
} | {
  do: "remove-bed";
  bed: BedId;
} | {
  do: "add-fixture";
  draft: FixtureDraft;
} | {
  do: "change-fixture";
  fixture: FixtureId;
  draft: FixtureDraft;
} | {
  do: "move-fixture";
  fixture: FixtureId;
  x: Tape;
  y: Tape;
} | {
  do: "remove-fixture";
  fixture: FixtureId;
} | {
  do: "place";
  bed: BedId;
  crop: string;
  way?: string | null;
  rect: Rect;
  holes?: number | null;
  from?: string | null;
  until?: string | null;
  year: number;
  between: boolean;
  needle?: string | null;
} | {
  do: "place-all";
  gone: PatchId[];
  places: AskedPlacing[];
} | {
  do: "keep-grouping";
  name: string;
  patches: PatchId[];
} | {
  do: "forget-grouping";
  grouping: OwnGroupingId;
} | {
  do: "keep-own-crop";
  crop?: OwnCropId | null;
  draft: AskedOwnCropDraft;
} | {
  do: "forget-own-crop";
  crop: OwnCropId;
} | {
  do: "keep-variety";
  variety?: VarietyId | null;
  draft: AskedVarietyDraft;
} | {
  do: "forget-variety";
  variety: VarietyId;
} | {
  do: "keep-lot";
  lot?: LotId | null;
  draft: AskedLotDraft;
} | {
  do: "forget-lot";
  lot: LotId;
} | {
  do: "keep-want";
  want?: WantId | null;
  draft: WantDraft;
} | {
  do: "forget-want";
  want: WantId;
} | {
  do: "wish-wants";
  year: number;
  wanted: Wanted[];
} | {
  do: "keep-list";
  list: AskedListed;
} | {
  do: "move-patch";
  patch: PatchId;
  bed: BedId;
  rect: Rect;
} | {
  do: "change-patch";
  patch: PatchId;
  way: string;
  holes?: number | null;
  from: string;
  until: string;
  between: boolean;
} | {
  do: "divide-patch";
  patch: PatchId;
  way: string;
  half_squares: number;
  until?: string | null;
} | {
  do: "remove-patch";
  patch: PatchId;
} | {
  do: "keep-warning";
  patch: PatchId;
  key: WarningKey;
  keep: boolean;
} | {
  do: "remember";
  bed: BedId;
  section?: number | null;
  year: number;
  stood: Stood;
} | {
  do: "forget";
  past: PastId;
} | {
  do: "turn";
  changes: AskedTurnChange[];
} | {
  do: "season";
  changes: SeasonChange[];
} | {
  do: "replan";
  changes: AskedPatchChange[];
  follow: boolean;
} | {
  do: "set-school";
  over: SchoolFor;
  school?: School | null;
} | {
  do: "lock";
  patch: PatchId;
  locked: boolean;
} | {
  do: "set-distance";
  patch: PatchId;
  distance?: [Tape, Tape] | null;
} | {
  do: "set-in-each";
  patch: PatchId;
  in_each?: number | null;
} | {
  do: "set-spacing";
  crop: string;
  way: string;
  distance?: [Tape, Tape] | null;
  note: string;
};

/** What a piece of work waits for. */
export type Condition = {
  /** What must be so, and how it stands as far as it is known. */
  said: string;
  /** It is so, as it was seen or as the usual warmth goes. */
  is_so: boolean;
};

/** One assumption about a bed's soil, and what it adds \[°C\]. */
export type Correction = {
  by: "raised";
  adds_c: number;
} | {
  by: "tub";
  adds_c: number;
} | {
  by: "straw";
  adds_c: number;
} | {
  by: "sheet";
  adds_c: number;
} | {
  by: "fleece";
  adds_c: number;
} | {
  by: "tunnel";
  adds_c: number;
} | {
  by: "shade";
  adds_c: number;
};

/** So many of something. */
export type Counted = {
  /** How many. */
  many: number;
  /** What it is, one and more. */
  name: [string, string];
};

/** From which day the packet's days are counted. */
export type CountedFrom = "sowing" | "transplanting";

/** The days of one patch. */
export type Course = {
  /** The patch. */
  patch: PatchId;
  /** How it comes to the ground. */
  means: Means;
  /** When seed is sown, in the ground or on the shelf. */
  sow: string | null;
  /** When bought plants arrive. */
  arrives: string | null;
  /** When seedlings go out to harden. */
  harden: string | null;
  /** The first day in the ground. */
  plant: string;
  /** When it ripens, and why then. */
  ripening: Ripening | null;
  /** The last day it stands by the plan, or by what was written down. */
  until: string;
  /** The first and the last day of the plan, where it was lived otherwise. */
  planned: [string, string] | null;
  /** The day its ground is free: what the household expects, else the plan's last day. */
  free: string;
  /** The household expects it, and it is not what was planned. */
  late: boolean;
  /** What is wrong with it. */
  troubles: Trouble[];
  /** Under what each of these is kept, in their order. */
  keys: WarningKey[];
};

/** What is stretched over a bed. */
export type Cover = "none" | "fleece" | "tunnel";

/** A name and a password. */
export type Credentials = {
  name: string;
  password: string;
};

/** One crop of the catalogue. */
export type Crop = {
  /** Its key, unique in the catalogue. */
  key: string;
  /** What gardeners call it. */
  name: string;
  /** Its name for more than one. */
  plural: string;
  /** The two or three letters that stand for it on a plan. */
  ticket: string;
  /** Its botanical name. */
  botanical: string;
  /** Its botanical family, by APG IV. */
  apg: string;
  /** The key of its rotation family. */
  family: string;
  /** How much it counts in the turns of that family. */
  rotation: Rotation;
  /** How long it lives. */
  life: Life;
  /** How it comes into the bed. */
  method: Method;
  /** How deep its seed, set or tuber lies. */
  sow_depth: Length;
  /** What is planted where it is neither seed nor a young plant, one and more: a clove, a set, a slip. */
  planted_as: [string, string] | null;
  /** Seeds of a hundred that come up, at least: the law's least for sold seed where it has one (7 CFR 201.31, from memory), else 70 (common practice). */
  germinates: number;
  /** How hungry it is. */
  feeding: Feeding;
  /** How deep most of its roots go. */
  root_depth: Length;
  /** What cold does to it. */
  hardiness: Hardiness;
  /** The air temperature that kills established plants \[°C\]. */
  kills_c: number;
  /** pH range in which it does well. */
  ph: [number, number];
  /** How much sun it wants. */
  light: Light;
  /** Whether it wants air about its leaves, or they rot: never planted close. */
  needs_air: boolean;
  /** Days from one picking to the next; nothing when it is lifted or cut once. */
  pick_every: number | null;
  /** The ways of growing it, the usual one first. */
  ways: Way[];
  /** What is known of its seed; nothing where it is not grown from seed here. Read from a file of its own. */
  seed: Seed | null;
  /** What one piece weighs that is planted in place of seed, least and most \[g\]; nothing where nobody knows. Read from a file of its own. */
  piece_grams: [number, number] | null;
  /** What is taken to make what is planted of it; nothing where that is not made at home. Read from a file of its own. */
  parent: Parent | null;
  /** What it gives; nothing where the book does not say. Read from a file of its own. */
  gives: Yield | null;
  /** Its nearest relative in the book, where it is a crop of the household's own. */
  like: Relative | null;
  /** The source of each group of figures: `spacing`, `size`, `season`, `soil`, `cold`, `botany`. */
  sources: Record<string, string>;
};

/** A planting that would cross. */
export type Crossing = {
  /** The patch. */
  patch: PatchId;
  /** Its bed. */
  bed: BedId;
  /** It is of the same crop, and nobody says of which variety: it crosses where it is another. */
  perhaps: boolean;
  /** It flowers only if it is left to stand into its second year. */
  if_left: boolean;
};

/** A way to want less. */
export type Cut = {
  /** The want that would be less. */
  want: WantId;
  /** By so much ground \[hundredths of a square\]; all cuts together are what is too much in the worst month. */
  less: number;
  /** What stands on a square of it \[g\], least and most, which one goes without for each. */
  gives: [number, number];
  /** The want that has most plants on a square, and how many of them fit on one square. */
  frees: [WantId, number] | null;
};

/** Which invented household to enter. */
export type DemoDoor = {
  household: string;
};

/** Where a distance comes from. */
export type DistanceFrom = {
  from: "catalogue";
  /** Source key. */
  source: string;
} | {
  from: "own";
  /** The household's words about it. */
  note: string;
} | {
  from: "variety";
} | {
  from: "packet";
} | {
  from: "here";
};

/** A line of plants along an edge. */
export type Edge = {
  /** How long the edge is. */
  long: Length;
  /** From hole to hole. */
  distance: Length;
  /** Holes, the outer ones half a distance from the ends. */
  holes: number;
  /** Plants. */
  plants: number;
  /** Seeds to sow, so many a hole as insurance. */
  seeds: number;
};

/** Why ground was cleared. */
export type Ending = "done" | "failed" | "pulled-early" | "bolted" | "frosted" | "eaten" | "diseased";

/** Squares of a wish in a piece of ground in a year. */
export type Entry = {
  /** The wish. */
  wish: WishId;
  /** The growing year. */
  year: number;
  /** Where. */
  at: Piece;
  /** How many, 1 or more. */
  squares: number;
};

/** The number of an entry: a UUID, of version 7 where it tells the order in which entries were written. */
export type EntryId = string;

/** Facts that are otherwise than before; nothing where nothing changed. */
export type FactsNow = {
  /** The place. */
  site: Site | null;
  /** Its growing places. */
  beds: BedListNow;
  /** What stands, stood or will stand in them. */
  patches: PatchListNow;
  /** What is remembered of earlier years. */
  past: PastStandListNow;
  /** All own distances, when one changed. */
  spacings: OwnSpacing[] | null;
  /** The household's own groupings. */
  groupings: OwnGroupingListNow;
  /** Crops that the book lacks. */
  own_crops: OwnCropListNow;
  /** The household's own varieties. */
  varieties: VarietyListNow;
  /** The seed it has. */
  lots: SeedLotListNow;
  /** What it would like to have in a year. */
  wants: WantListNow;
  /** What else stands in the yard. */
  fixtures: FixtureListNow;
  /** The household's school of spacing. */
  school: School | null;
  /** All that is said of the years ahead, when anything of it changed. */
  turns: Turns | null;
  /** All that is said of weather, shelf and warmth, when anything of it changed. */
  almanac: Almanac | null;
};

/** A rotation family: crops that feed the same pests and diseases. */
export type Family = {
  /** Its key, unique in the catalogue. */
  key: string;
  /** What gardeners call it. */
  name: string;
  /** The botanical families it is made of. */
  botanical: string[];
  /** Years from one stand to the next on the same ground, 1 to 8; 1 asks for nothing. */
  interval: number;
  /** Other families it must not follow for as long, whose diseases it shares. */
  after: string[];
  /** How much a too early return is to be feared, 0 to 5: the weight of a clash. */
  risk: number;
  /** How hungry the family is taken as a whole. */
  feeding: Feeding;
  /** What waits in the soil, and how long. */
  reason: string;
  /** Source key. */
  source: string;
  /** The pattern that stands for it on a plan. */
  hatch: string;
};

/** How hungry a crop is, in the words of the feeding school of rotation. */
export type Feeding = "heavy" | "moderate" | "light" | "giver";

/** All of it for one way of growing a crop. */
export type Figures = {
  /** How its growth answers warmth. */
  response: Response;
  /** The mean at which the packet's days are taken to hold \[°C\]. */
  usual: number;
  /** What is left of a day's swing where it grows: one in the air, less in the soil. */
  swing: number;
  /** How much longer than printed it takes in its usual season, as a factor. */
  pace: number;
  /** How it comes up; nothing for sets, cloves, tubers, crowns. */
  sprout: Sprout | null;
  /** Soil it wants. */
  soil: SoilWants;
  /** The mean of the days three weeks on, above which it is not begun \[°C\]; nothing where heat is no hindrance. */
  begins_below: number | null;
  /** The mean of the days three weeks on, above which it is not begun while the year warms \[°C\]: it would flower, set no pods or mildew in the summer that comes. Nothing where that is no hindrance. */
  spring_below: number | null;
  /** The mean of the days from which it is usually begun, once winter's shortest day is past \[°C\]. */
  begins_above: number | null;
  /** Weeks after the even-chance last frost from which it is usually begun, where there is one. */
  after_frost: number | null;
  /** Weeks under cover before planting out, least and most, where it is ever raised so. */
  indoors: [number, number] | null;
  /** Weeks more it can wait in a bigger pot. */
  hold: number;
  /** When it bolts. */
  bolts: Bolts | null;
  /** When it sets. */
  sets: Sets | null;
  /** The part of its usual pace that it must still have when it is ripe. */
  still: number;
  /** How many times its packet's days it may take. */
  slow: number;
  /** Days it is picked, or stands well once ripe. */
  picked: number;
  /** The part of the best start's picking that a start must have. */
  part: number;
  /** Whether one sowing is picked or cut again and again through those days, where that is not the crop's rule. */
  again_picked: boolean | null;
  /** Weeks from sowing until a seedling needs a bigger pot, when it is not planted out by then. */
  pot_on: number | null;
  /** What kills its seedlings \[°C\]. */
  seedling_kills: number;
  /** What kills its leaves, where that is not the crop's figure \[°C\]. */
  leaf_kills: number | null;
  /** What is picked, where cold reaches it sooner than the leaf. */
  product: Product | null;
  /** What kills its roots in the ground \[°C of the air\], where the root is the crop. */
  root_kills: number | null;
  /** How it stands over winter, where it does. */
  winter: Winter | null;
  /** Between which heights of the sun it is put in, falling \[degrees of declination\]: autumn plantings only. */
  autumn: [number, number] | null;
  /** How it makes bulbs, where it does. */
  bulbs: Bulbs | null;
  /** Days to the next small sowing by the common rule. */
  again: number | null;
  /** Which part is eaten. */
  bulk: Bulk;
};

/** One thing found about a patch. */
export type Finding = {
  /** Its number on the plan, from 1 in each bed, when it is to be settled and not kept. */
  number: number | null;
  /** What the household keeps it under. */
  key: WarningKey;
  /** The bed in which it is marked. */
  bed: BedId;
  /** The patch it is about. */
  patch: PatchId;
  /** The other patch it is about. */
  other: PatchId | null;
  /** How it weighs. */
  weight: Weight;
  /** The household has seen it and keeps it. */
  kept: boolean;
  /** What it is. */
  reason: Reason;
  /** Other ground would settle it. */
  by_moving: boolean;
  /** Untroubled ground the patch could move to. */
  way_out: Room | null;
};

/** Where so many plants fit. */
export type Fits = {
  /** Plants at hand. */
  at_hand: number;
  /** The ground they want when it is all in one piece, in half squares, in a bed large enough and empty. */
  ground: [number, number] | null;
  /** Free ground for them, the bed asked about first. */
  places: Place[];
  /** How many find none. */
  left_over: number;
};

/** A grouping fitted to ground: what would be planted, or why it does not fit. */
export type Fitted = {
  /** The grouping's key in the catalogue; nothing for one of the household's own. */
  key: string;
  /** Its name. */
  name: string;
  /** The least ground it wants, half squares along and across. */
  least: [number, number];
  /** What would be planted, in stages; nothing when the ground is too small. */
  stages: Stage[];
  /** A part would lie where something stands on some of its days. */
  taken: boolean;
};

/** Something of the yard that is no bed. */
export type Fixture = {
  /** Its number in the garden. */
  id: FixtureId;
  /** What it is. */
  kind: FixtureKind;
  /** What its household calls it, up to 40 letters; may be empty. */
  name: string;
  /** How long it is; a tree's crown from side to side. */
  length: Length;
  /** How wide it is, or how thick. */
  width: Length;
  /** How high it stands; nothing for what lies flat. */
  height: Length;
  /** Its middle in the yard, from the drawing's left edge. */
  x: Length;
  /** Its middle in the yard, from the drawing's top edge. */
  y: Length;
  /** How far it is turned on the drawing, degrees clockwise, 0 to 359. */
  turn: number;
};

/** A fixture as typed. */
export type FixtureDraft = {
  /** What it is. */
  kind: FixtureKind;
  /** What it is called; may be empty. */
  name: string;
  /** How long it is. */
  length: Tape;
  /** How wide or thick it is; a tree is as wide as it is long. */
  width?: Tape | null;
  /** How high it stands; nothing for what lies flat. */
  height?: Tape | null;
  /** Its middle from the left of the yard's drawing. */
  x?: Tape | null;
  /** Its middle from the top of the drawing. */
  y?: Tape | null;
  /** Turn on the drawing, degrees clockwise. */
  turn: number;
};

/** The number of a fixture of the yard within its garden, from 1. */
export type FixtureId = number;

/** What kind of thing it is. */
export type FixtureKind = "house" | "shed" | "fence" | "hedge" | "tree" | "paving" | "tap";

/** A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone. */
export type FixtureListNow = {
  /** New, or otherwise than before. */
  now: Fixture[];
  /** Gone. */
  gone: FixtureId[];
};

/** A wish that is part of a cause, and in which years. */
export type ForcedWish = {
  /** The wish. */
  wish: WishId;
  /** The growing years. */
  years: number[];
  /** Without it in those years, and with everything else as it is, the clash can be avoided: tried, and found so. */
  enough: boolean;
};

/** What a search has found: something to go on with, or its end. */
export type Found = {
  found: "arrange";
  is: Arranged;
} | {
  found: "towards";
  is: {
    towards: Towards;
    view: TurnsView | null;
  };
} | {
  found: "years";
  is: {
    proposal: TurnProposal;
    view: TurnsView;
  };
} | {
  found: "why";
  is: Reasons;
} | {
  found: "argue";
  is: Argued;
} | {
  found: "late";
  is: SlipChoice[];
} | {
  found: "series";
  is: SeriesPlan;
};

/** A stretch of time in which ground lies free. */
export type Free = {
  /** The ground. */
  rect: Rect;
  /** The first free day. */
  from: string;
  /** The last free day. */
  until: string;
};

/** What a household says of its frosts. */
export type Freezes = {
  is: "by-climate";
} | {
  is: "never";
} | ({
  is: "dates";
}) & (Frost) | {
  is: "every-month";
};

/** The frosts a household knows of: its two dates, and how much they scatter. */
export type Frost = {
  /** The spring date after which a frost comes in half of the years that have one. */
  last: MonthDay;
  /** The autumn date before which a frost comes in half of the years that have one. */
  first: MonthDay;
  /** Days from those dates to the one-in-ten date, 0 to 60. */
  spread_days: number;
  /** In how many years of ten it freezes at all, 1 to 10. */
  in_ten: number;
};

/** A frost edge as chances: the days beyond which a frost comes in 9, 5 and 1 of ten years, where it is so likely. */
export type FrostEdge = {
  /** The earliest of the three dates. */
  early: string | null;
  /** The even chance. */
  even: string | null;
  /** The latest of the three dates. */
  late: string | null;
  /** Years of a hundred that have a frost on that side of summer. */
  percent: number;
};

/** Every fact of one garden. Lists are in the order of their numbers (or keys), so equal gardens are equal values. */
export type Garden = {
  /** Where it is and how it measures. */
  site: Site;
  /** Its growing places. */
  beds: Bed[];
  /** What stands, stood or will stand in them. */
  patches: Patch[];
  /** What is remembered of earlier years. */
  past: PastStand[];
  /** The household's own distances. */
  spacings: OwnSpacing[];
  /** The household's own groupings. */
  groupings: OwnGrouping[];
  /** Crops that the book lacks. */
  own_crops: OwnCrop[];
  /** The household's own varieties. */
  varieties: Variety[];
  /** The seed it has. */
  lots: SeedLot[];
  /** What it would like to have in a year. */
  wants: Want[];
  /** What else stands in the yard. */
  fixtures: Fixture[];
  /** The school of spacing that holds where neither a patch nor its bed has its own. */
  school: School;
  /** What it said about its turns: rules, wishes and plans for the years ahead. */
  turns: Turns;
  /** What it said of its weather, its shelf and the warmth of its beds. */
  almanac: Almanac;
};

/** A garden as one file. */
export type GardenFile = {
  /** The word that tells this kind of file from any other: `patient-sparrow-garden`. */
  format: "patient-sparrow-garden";
  /** The version of the format. */
  version: 11;
  /** The garden: everything its household said, nothing that follows from it. */
  garden: Garden;
};

/** All gardens of one owner as one file: a garden file for each. */
export type GardenFiles = {
  /** The word that tells this kind of file from any other: `patient-sparrow-gardens`. */
  format: "patient-sparrow-gardens";
  /** Whose they are. */
  owner: string;
  /** Each as a file of its own, which can be read back by itself. */
  gardens: GardenFile[];
  /** The journal of each, in the same order. */
  journals: JournalFile[];
};

/** A garden in a list. */
export type GardenLine = {
  /** Its number. */
  id: number;
  /** Its name. */
  name: string;
  /** Its place. */
  place: string;
  /** What this account may do in it. */
  role: Role;
};

/** A garden as one account sees it on one day. */
export type GardenView = {
  /** Its number. */
  id: number;
  /** What this account may do in it: owner, helper or guest. */
  role: Role;
  /** How many changes it has seen. */
  revision: number;
  /** How many entries its journal had when this was told. */
  journal: number;
  /** Its facts. */
  garden: Garden;
  /** What the household has of its own beside the catalogue. */
  own: OwnBook;
  /** What follows from them on the needle's day. */
  reckoning: Reckoning;
  /** The day it is. */
  today: string;
  /** The kind of command that undo would take back: the last of whoever asks. */
  undo: string | null;
  /** The kind of command that redo would do again. */
  redo: string | null;
};

/** Why a day is not for a crop. */
export type Gate = "soil-cold" | "soil-warm" | "air-cold" | "frost-to-come" | "too-hot" | "summer-nears" | "frost" | "no-time" | "gains-nothing" | "bolts" | "sets-nothing" | "little-to-pick" | "not-autumn" | "ground-freezes" | "small-for-winter" | "large-for-winter" | "days-too-long" | "no-bulb" | "year-ends";

/** A test at home: some seeds between damp paper. */
export type GerminationTest = {
  /** The day on which those that came up were counted. */
  on: string;
  /** How many seeds were laid out. */
  sown: number;
  /** How many of them came up. */
  up: number;
};

/** What is otherwise on another day of the same growing year; counts, findings and all else stay as they are. */
export type Glance = {
  /** The day. */
  needle: string;
  /** Each bed, in the garden's order. */
  beds: BedGlance[];
  /** Each patch of the growing year, in the garden's order. */
  patches: PatchGlance[];
};

/** How well it is supported. */
export type Grade = "tested" | "common-practice" | "disputed";

/** A rectangle of real ground in the bed's own frame. */
export type Ground = {
  /** Its left edge. */
  left: Length;
  /** Its far edge. */
  far: Length;
  /** Its right edge. */
  right: Length;
  /** Its near edge. */
  near: Length;
};

/** A grouping of the catalogue. */
export type Grouping = {
  /** Its key, unique in the catalogue. */
  key: string;
  /** What gardeners call it. */
  name: string;
  /** How well it is supported. */
  grade: Grade;
  /** Source key. */
  source: string;
  /** Why these go together, and what to mind. */
  says: string;
  /** The least ground it wants, half squares along and across. */
  least: [number, number];
  /** It works by shade, so it is turned to where the shade falls. */
  shade: boolean;
  /** Its parts. */
  part: Part[];
};

/** What the year ribbon draws. */
export type GrowingYear = {
  /** The growing year shown. */
  year: number;
  /** The year a household plans today. */
  planning_year: number;
  /** Its first day. */
  first_day: string;
  /** Its last day. */
  last_day: string;
  /** The day looked at. */
  needle: string;
  /** The spring frost edge, where it freezes. */
  last_frost: FrostEdge | null;
  /** The autumn frost edge, where it freezes. */
  first_frost: FrostEdge | null;
  /** Day length in hours, one figure a week from the first day. */
  day_length_hours: number[];
  /** Usual warmth of open ground at sowing depth \[°C\], one figure a week from the first day. */
  soil_c: number[];
};

/** One crop after another on the same ground. */
export type HandOff = {
  /** The bed. */
  bed: BedId;
  /** What stands first. */
  first: PatchId;
  /** What follows. */
  then: PatchId;
  /** The last day on which the first is in the ground, by the plan or as is expected now. */
  free: string;
  /** The day on which the next wants the ground. */
  wanted: string;
  /** Days the ground lies idle between; less than nothing is how many days too late it is free. */
  ground_waits: number;
  /** When seed of the next must be sown on the shelf to be ready on that day. */
  sow: string | null;
  /** Days its seedlings wait beyond that day, when they cannot be planted on it. */
  seedlings_wait: number;
  /** The ground is not free in time. */
  late: boolean;
};

/** What happened. */
export type Happened = {
  kind: "sown";
  /** Seeds, holes or cells. */
  many: Amount | null;
  /** How deep. */
  depth: Length | null;
  /** How thick: from seed to seed, or from hole to hole. */
  apart: Length | null;
  /** What it was covered with. */
  under: SeedCover | null;
} | {
  kind: "up";
  /** How many. */
  many: Amount | null;
  /** Of how many that were sown. */
  of: Amount | null;
} | {
  kind: "thinned";
  /** To what distance. */
  to: Length | null;
} | {
  kind: "potted-on";
  /** How many. */
  many: Amount | null;
} | {
  kind: "arrived";
  /** How many. */
  many: Amount | null;
} | {
  kind: "hardened";
} | {
  kind: "planted";
  /** How many. */
  many: Amount | null;
} | {
  kind: "staked";
} | {
  kind: "watered";
  /** How deep it went. */
  depth: Length | null;
} | {
  kind: "fed";
  /** How much. */
  many: Amount | null;
} | {
  kind: "mulched";
} | {
  kind: "covered";
} | {
  kind: "uncovered";
} | {
  kind: "weeded";
} | {
  kind: "pollinated";
} | {
  kind: "seen";
  /** What kind of harm. */
  harm: HarmSeen;
  /** How bad. */
  grade: HowBad;
} | {
  kind: "picked";
  /** How much. */
  many: Amount | null;
} | {
  kind: "cut-again";
  /** How much. */
  many: Amount | null;
} | {
  kind: "cleared";
  /** Why. */
  ending: Ending;
} | {
  kind: "stored";
  /** How much. */
  many: Amount | null;
} | {
  kind: "soil-read";
  /** Its temperature. */
  temperature: TenthsC | null;
  /** What a finger felt. */
  moisture: Moisture | null;
  /** Tenths of a pH. */
  tenths_ph: number | null;
} | {
  kind: "weather";
  /** The lowest. */
  low: TenthsC | null;
  /** The highest. */
  high: TenthsC | null;
  /** Rain. */
  rain: Length | null;
} | {
  kind: "put-off";
  /** Which. */
  work: Work;
  /** Until when. */
  until: string;
} | {
  kind: "left-out";
  /** Which. */
  work: Work;
} | {
  kind: "tended";
  /** Which. */
  work: Work;
} | {
  kind: "chose";
  /** What they disagree about, by its key. */
  topic: string;
  /** The school that was chosen, by its key. */
  school: string;
} | {
  kind: "walked";
  /** Their numbers; what is not among them comes after. */
  beds: BedId[];
} | {
  kind: "photo";
  /** The picture's number: SHA-256 of its bytes, as 64 hexadecimal digits in small letters. */
  picture: string;
} | {
  kind: "note";
} | {
  kind: "struck";
  /** Which. */
  entry: EntryId;
};

/** What cold does to it. */
export type Hardiness = "tender" | "half-hardy" | "hardy";

/** What may happen. */
export type Harm = {
  is: "cold";
  /** What kills the part that matters at its age, as hardened as it is then \[°C\]. */
  kills: number;
  /** Which part that is. */
  part: ColdPart;
  /** The chance, per cent, in the two weeks of nights from this day on, under what is stretched over its bed. */
  percent: number;
  /** The same under fleece. */
  fleece: number;
  /** The same under a low tunnel. */
  tunnel: number;
} | {
  is: "bolts";
  /** The usual mean of the day it is ripe \[°C\]. */
  mean: number;
  /** The mean it bears \[°C\]. */
  bears: number;
  /** Shade for the last weeks would be enough. */
  shade_helps: boolean;
};

/** A kind of harm. */
export type HarmSeen = "pest" | "disease" | "damage";

/** Harvests that are to come evenly, to be reckoned back to sowings. */
export type HarvestSeries = {
  /** The key of the crop. */
  crop: string;
  /** The key of the way it is grown; nothing for its usual one. */
  way: string | null;
  /** The first day on which it can be had. */
  from: string;
  /** The last. */
  until: string;
  /** Days between harvests. */
  every: number;
  /** Plants of each sowing. */
  plants: number;
};

/** A hole in the bed's own frame. */
export type Hole = {
  /** From the left end. */
  x: Length;
  /** From the far side. */
  y: Length;
};

/** How bad it is. */
export type HowBad = "little" | "much" | "lost";

/** What a square holds of a crop by one of its ways, in the square-foot school. */
export type InHand = {
  /** Plants on a square; none when one wants more than that. */
  plants: number;
  /** Ground of one hole, in hundredths of a square. */
  centisquares: number;
};

/** What other ground than its own could give. */
export type Instead = {
  /** The other want. */
  want: WantId;
  /** Plants of it. */
  plants: number;
  /** What they give \[g\], least and most. */
  grams: [number, number];
};

/** An invitation that still works, as the owner sees it. */
export type InvitationLine = {
  number: number;
  role: InvitedRole;
  /** Until when it works. */
  until: string;
};

/** What a link invites to. */
export type InvitationView = {
  /** The garden's name; nothing for one that only lets an account be made. */
  garden: string | null;
  role: InvitedRole | null;
  /** Who invites. */
  by: string | null;
  until: string;
};

/** An invitation's word. */
export type InvitationWord = {
  word: string;
};

/** An invitation that was just made: its link is told once. */
export type Invited = {
  /** The path of the link; what opens it stands behind the `#`, which no server is sent. */
  path: string;
  until: string;
};

/** The words of the roles that others may be given. */
export type InvitedRole = "guest" | "helper";

/** One entry. */
export type JournalEntry = {
  /** Its number. */
  id: EntryId;
  /** The day it is of. */
  day: string;
  /** Where; nowhere means the whole garden. */
  at: At;
  /** What happened. */
  what: Happened;
  /** What else there is to say, in the gardener's words. */
  words: string;
  /** The entry it stands in place of. */
  instead_of: EntryId | null;
};

/** A journal as one file. */
export type JournalFile = {
  /** The word that tells this kind of file from any other: `patient-sparrow-journal`. */
  format: "patient-sparrow-journal";
  /** The version of the format. */
  version: 1;
  /** Whose garden it is of. */
  garden: string;
  /** Every entry that was written, those too that were struck out or replaced, in the order of their numbers. */
  entries: JournalEntry[];
};

/** An entry as it is told. */
export type JournalLine = {
  /** What was written. */
  entry: JournalEntry;
  /** By whom; nothing when their account is no more. */
  by: string | null;
  /** When it came in. */
  at: string;
};

/** What one plant does to another. */
export type Kind = "helps" | "clashes" | "shelters" | "supports" | "traps" | "hides" | "feeds" | "competes" | "shades";

/** What kind of place it is, as typed. */
export type KindDraft = {
  kind: "raised";
  /** The boards' nominal size. */
  board?: Board | null;
} | {
  kind: "ground";
} | {
  kind: "container";
  /** What it holds. */
  volume: VolumeText;
};

/** One kind of variety. */
export type KindOf = {
  /** Its key within the matter. */
  key: string;
  /** What a gardener calls it. */
  name: string;
  /** What follows from it, in words. */
  tells: string;
  /** What it must not cross with unlike ones of. */
  strain: string | null;
  /** The length of day from which it makes its bulb \[hours\]. */
  hours: number | null;
  /** Days it is picked, or stands well once ripe. */
  picked: number | null;
};

/** A wish that wants ground of a kind there is too little of. */
export type Lacking = {
  /** The wish. */
  wish: WishId;
  /** What it wants: `trellis`, `sun`, `deep` or `container`. */
  need: string;
  /** Squares of ground that have it. */
  squares: number;
};

/** Why nobody can say what a want comes to. */
export type Lacks = "yield" | "days";

/** A lane: ground that is used by one thing after another. */
export type Lane = {
  /** What stands on it, by its first day. */
  bars: Bar[];
  /** When it is free. */
  free: Free[];
};

/** The latest start by custom and by the reckoning, side by side. */
export type LatestStart = {
  /** The last day in the ground by custom. */
  by_custom: string;
  /** The packet's days in the ground that are counted back. */
  counted: number;
  /** What custom adds for autumn \[days\]. */
  allowance: number;
  /** The day of an even chance of the first frost, from which they are. */
  frost: string;
  /** The last day of the reckoned window that ends nearest to custom's; nothing where no day is good. */
  reckoned: string | null;
  /** Whether that window goes on into the next growing year. */
  goes_on: boolean;
  /** When what starts on the reckoned last day is ripe. */
  ripe: string | null;
  /** Days that a start on custom's last day is reckoned to take; nothing where it is more than twice as many as custom counts. */
  takes: number | null;
  /** What ended the last window before custom's last day, or opens the first after it; nothing where that day is good. */
  against: Gate | null;
};

/** A latitude in hundredths of a degree, north positive: -9000 to 9000. */
export type Latitude = number;

/** A length in tenths of a millimetre \[0.1 mm\], never negative when read from a tape. */
export type Length = number;

/** How long a plant lives when it is let. */
export type Life = "annual" | "biennial" | "perennial";

/** How much sun it wants, when there is a choice. */
export type Light = "full" | "half-shade" | "shade-in-summer";

/** What was got last of something, to count in. */
export type LikeLast = {
  /** How much there was in it when it was counted first. */
  amount: SeedAmount;
  /** What was paid for it, in hundredths of the household's money. */
  price: number | null;
  /** So many like it are to be got: if all goes well, and to be sure. */
  packets: [number, number];
};

/** A line of stems. */
export type Line = {
  /** The line runs across the bed. */
  runs_across: boolean;
  /** How far the line is from its edge: the bed's left end for a line across, else its far (or near) side. */
  at: Length;
  /** Where its stems are along it, running from the other edge. */
  stems: Length[];
  /** The even step from stem to stem, when there is one. */
  step: Length | null;
  /** Where the stems go instead, beside the drip line that runs here. */
  beside_drip: Length | null;
};

/** A list, each line of it as it would be typed. */
export type Listed = {
  of: "own-crops";
  /** They. */
  lines: OwnCropDraft[];
} | {
  of: "varieties";
  /** They. */
  lines: VarietyDraft[];
} | {
  of: "lots";
  /** They. */
  lines: LotDraft[];
};

/** What happened to a patch, where anything of it was written down. */
export type Lived = {
  /** Its first day in the ground, as it was or is expected. */
  from: string;
  /** Its last one. */
  until: string;
  /** The day that was written down for its beginning. */
  begun: string | null;
  /** The day on which it was seen to be up. */
  up: string | null;
  /** When its ground was cleared. */
  ended: string | null;
  /** Why. */
  ending: Ending | null;
};

/** A longitude in hundredths of a degree, east positive: -18000 to 18000. */
export type Longitude = number;

/** What another day is told as. */
export type Look = ({
  came: "glance";
}) & (Glance) | ({
  came: "whole";
}) & (GardenView);

/** A lot of seed as typed. */
export type LotDraft = {
  /** The key of its crop. */
  crop: string;
  /** The household's variety that it is of. */
  variety: VarietyId | null;
  /** Of a crop that is grown from either, it is what is planted, as sets or crowns, and not seed. */
  planted: boolean;
  /** How much there is; nothing leaves it as it was counted before. */
  amount: AmountText | null;
  /** The day on which that was counted; nothing means today. */
  counted: string | null;
  /** The year for which it was packed. */
  packed: number;
  /** Seeds of a hundred that come up, as its packet says. */
  printed: number | null;
  /** Tests at home, the first first. */
  tests: GerminationTest[];
  /** What was done to it. */
  treated: Treated | null;
  /** How it is kept. */
  kept: SeedKept;
  /** What was paid for it, in hundredths of the household's money. */
  price: number | null;
  /** Where it is from. */
  source: string;
  /** What else there is to say. */
  note: string;
};

/** The number of a lot of seed within its garden, from 1. */
export type LotId = number;

/** A lot as it is on a day. */
export type LotLine = {
  /** The lot. */
  lot: LotId;
  /** It is what is planted, as cloves or sets, and not seed. */
  planted: boolean;
  /** Seeds that are left, least and most; of what is not grown from seed, pieces. Nothing where it was weighed and nobody knows how many that is. */
  left: [number, number] | null;
  /** What is left, as it was measured. */
  amount: SeedAmount;
  /** Seeds or pieces of it that were sown since it was counted. */
  sown: number;
  /** What comes up of it; nothing for what is not grown from seed. */
  comes_up: ComesUp | null;
  /** What there is to say of it. */
  state: LotState;
  /** Something of its kind is going to be sown. */
  planned: boolean;
};

/** What there is to say of a lot, the gravest first. */
export type LotState = "empty" | "too-old" | "test" | "good";

/** A row where it would lie. */
export type Marker = {
  /** How far the line is from the edge. */
  at: Length;
  /** The gap before it. */
  gap: Length;
  /** The gap it would usually have there. */
  usual: Length;
  /** The line before is out before the two need their full room, so the usual gap is the narrow one. */
  in_turn: boolean;
  /** Plants in the row. */
  plants: number;
  /** It lies far enough from the last board. */
  fits: boolean;
};

/** All rows where they would lie. */
export type Markers = {
  /** The rows. */
  rows: Marker[];
  /** What is left beyond half of the last row's distance. */
  left: Length;
  /** Plants in all rows that fit. */
  plants: number;
  /** Rows that would fit, and their plants, if the lines ran the other way with the same gaps. */
  other_way: [number, number];
  /** What would be planted: the rows that fit. */
  places: Placing[];
};

/** A matter in which varieties of a crop differ. */
export type Matter = {
  /** Its key. */
  key: string;
  /** The keys of the crops of which it is asked. */
  crops: string[];
  /** The question. */
  ask: string;
  /** The key of the source. */
  source: string;
  /** The kinds that there are. */
  kind: KindOf[];
};

/** Who is signed in, as the page knows it. */
export type Me = {
  name: string;
  /** An invented account, without a password. */
  demo: boolean;
};

/** How a crop comes to the ground. */
export type Means = "direct" | "shelf" | "bought" | "set";

/** A crop, and one of its ways where the name says so. */
export type Meant = {
  /** The crop's key. */
  crop: string;
  /** The way's key. */
  way: string | null;
};

/** Someone who may come in, as the page shows it. */
export type MemberLine = {
  /** What they are named by. */
  number: number;
  name: string;
  role: Role;
  /** It is whoever asks. */
  me: boolean;
};

/** A member of the garden of the address. */
export type MemberNumber = {
  member: number;
};

/** Who may come in, and who is invited; invitations are the owner's to see. */
export type Members = {
  members: MemberLine[];
  invitations: InvitationLine[];
};

/** How a plan meets a want. */
export type Met = "unplanned" | "short" | "met" | "over" | "unknown";

/** How it comes into the bed. */
export type Method = "direct" | "transplant" | "either";

/** What a finger feels an inch down. */
export type Moisture = "dry" | "moist" | "wet";

/** A day of any year, as frost dates are given. */
export type MonthDay = {
  /** Month, 1 to 12. */
  month: number;
  /** Day of the month, 1 to 31; a day the month lacks is refused. */
  day: number;
};

/** Ground taken in a month. */
export type MonthTaken = {
  /** Its first day. */
  from: string;
  /** Least and most \[hundredths of a square\]. */
  taken: [number, number];
};

/** Mean daily highs and lows of the twelve months, January first on both sides of the equator. */
export type Monthly = {
  /** Mean of the days' highest. */
  high: [TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC];
  /** Mean of the days' lowest. */
  low: [TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC];
};

/** The plantings of a bed in a growing year: those that may be laid elsewhere, as a list to arrange, and those that stay. */
export type Movable = {
  /** What may be laid elsewhere, each as it is planned now. */
  wishes: BedWish[];
  /** What stays. */
  stays: Staying[];
};

/** A planting that would stand on other days. */
export type Moved = {
  /** The patch. */
  patch: PatchId;
  /** Its first day then. */
  from: string;
  /** Its last day then. */
  until: string;
};

/** What lies on a bed's soil. */
export type Mulch = "none" | "straw" | "sheet";

/** Another name for a crop, or for several that one must choose among. */
export type Name = {
  /** What is said, one of it, in small letters. */
  said: string;
  /** What may be meant, the usual one first. */
  of: Meant[];
};

/** The garden's own name, typed. */
export type NameTyped = {
  name: string;
};

/** How near the two must be for it to matter. */
export type Nearness = "touching" | "same-bed" | "yard";

/** What a wish asks of its ground. */
export type Needs = {
  /** A trellis. */
  trellis: boolean;
  /** Full sun: not in a bed that is noted as shady. */
  sun: boolean;
  /** A foot of soil or more. */
  deep: boolean;
  /** A container and nothing else. */
  container: boolean;
};

/** Maize beyond the fence, whose pollen the wind brings. */
export type NeighbourMaize = {
  /** Its kind, as the catalogue's ways tell them apart: `sweet`, `extra-sweet`, `popping`; or `field` for fodder and grain. */
  strain: string;
  /** How far it stands from this garden \[m\], 1 to 5000. */
  metres: number;
};

/** How a patch of the plan never came to stand, as far as one can tell. */
export type Never = "left-out" | "unwritten";

/** What was planned and never came to stand: it counts nowhere. */
export type NeverStood = {
  /** The patch of the plan. */
  patch: PatchId;
  /** How that is known. */
  why: Never;
  /** What is written down, for the plan's first day, if it did stand. */
  told: Happened | null;
};

/** A new account. */
export type NewAccount = {
  name: string;
  password: string;
  /** The word of an invitation, where accounts are made by invitation; it is accepted with it. */
  invitation?: string | null;
};

/** A new garden. */
export type NewGarden = {
  site: AskedSite;
};

/** A photo. */
export type NewPhoto = {
  /** The bytes of a JPEG without anything but the picture, in base64. */
  jpeg: string;
};

/** A remark on a piece of ground in a year. */
export type Note = {
  /** The growing year of the later one. */
  year: number;
  /** Where. */
  at: Piece;
  /** What is worth saying. */
  kind: NoteKind;
  /** The earlier crop or family, by name. */
  first: string;
  /** The later one. */
  then: string;
};

/** What is worth saying about one thing after another. */
export type NoteKind = "twice-in-a-year" | "giver-first" | "hungry-again";

/** The numbers of what a change made. */
export type NumbersMade = {
  /** Its growing places. */
  beds: BedId[];
  /** What stands, stood or will stand in them. */
  patches: PatchId[];
  /** What is remembered of earlier years. */
  past: PastId[];
  /** The household's own groupings. */
  groupings: OwnGroupingId[];
  /** Crops that the book lacks. */
  own_crops: OwnCropId[];
  /** The household's own varieties. */
  varieties: VarietyId[];
  /** The seed it has. */
  lots: LotId[];
  /** What it would like to have in a year. */
  wants: WantId[];
  /** What else stands in the yard. */
  fixtures: FixtureId[];
  /** Wishes for the years ahead. */
  wishes: WishId[];
  /** Kept plans. */
  plans: TurnPlanId[];
};

/** What a household's variety says of the way in which it is grown, beside that way's own figures. */
export type OfVariety = {
  /** Its number. */
  id: VarietyId;
  /** The key of the book's way. */
  way: string;
  /** The distance that worked here. */
  own_distance: Spacing | null;
  /** The distance on its packet. */
  packet_distance: Spacing | null;
  /** The depth on its packet. */
  depth: Length | null;
};

/** What a request to change a garden is answered with. */
export type Outcome = ({
  came: "changed";
}) & (Changed) | ({
  came: "whole";
}) & (GardenView);

/** A time in which a place is too small. */
export type Overflow = {
  /** Which place. */
  place: ShelfPlace;
  /** Its first day. */
  from: string;
  /** Its last day. */
  until: string;
  /** Room wanted on its fullest day \[cells\]. */
  wanted: number;
  /** Room there is \[cells\]. */
  there_are: number;
  /** Whose seedlings stand there then, the one that was to be sown last first. */
  patches: PatchId[];
};

/** What a household has of its own beside the book, named like the book's: a page puts its book together from both. */
export type OwnBook = {
  /** Crops that the book lacks, in the order of their numbers, without their varieties. */
  crops: Crop[];
  /** The sources of their figures, by the keys of the crops. */
  sources: Record<string, Source>;
  /** The ways in which its varieties are grown, crop by crop. */
  ways: OwnWay[];
};

/** A crop that the book lacks. Whatever it does not say is its nearest relative's. */
export type OwnCrop = {
  /** Its number. */
  id: OwnCropId;
  /** The key of the book's crop that is its nearest relative. */
  like: string;
  /** The key of that crop's way in which it is grown. */
  way: string;
  /** What it is called, up to 40 letters. */
  name: string;
  /** Its name for more than one, up to 40 letters. */
  plural: string;
  /** Its botanical name, up to 60 letters; empty where nobody says. */
  botanical: string;
  /** The key of its rotation family. */
  family: string;
  /** What is known of it in place of its relative's figures. */
  figures: OwnCropFigures;
  /** Where its figures are from, in the household's words, up to 80 letters. */
  source: string;
  /** What else there is to say, up to 200 letters. */
  note: string;
};

/** A crop of the household's own as typed; what is nothing is its relative's. */
export type OwnCropDraft = {
  /** The key of its nearest relative in the book. */
  like: string;
  /** The key of that crop's way in which it is grown. */
  way: string;
  /** What it is called. */
  name: string;
  /** Its name for more than one; empty where it is the same. */
  plural: string;
  /** Its botanical name, or nothing. */
  botanical: string;
  /** The key of its rotation family; nothing means its relative's. */
  family: string | null;
  /** Between plants, along and across. */
  distance: [Tape, Tape] | null;
  /** How wide it grows. */
  spread: Tape | null;
  /** How high it grows. */
  height: Tape | null;
  /** How deep it is sown or set. */
  depth: Tape | null;
  /** Days to maturity, least and most. */
  days: [number, number] | null;
  /** From when they are counted. */
  counted_from: CountedFrom | null;
  /** How many days it is picked. */
  picked: number | null;
  /** The air that kills it \[whole °C\]. */
  kills_c: number | null;
  /** The soil from which it may go in \[whole °C\]. */
  soil_c: number | null;
  /** Where its figures are from. */
  source: string;
  /** What else there is to say. */
  note: string;
};

/** Figures of a crop of one's own; each that is nothing is its relative's. */
export type OwnCropFigures = {
  /** Between plants, along and across. */
  distance: Spacing | null;
  /** How wide its canopy grows. */
  spread: Length | null;
  /** How high it grows. */
  height: Length | null;
  /** How deep it is sown or set. */
  depth: Length | null;
  /** Days to maturity, least and most. */
  days: [number, number] | null;
  /** From when they are counted. */
  counted_from: CountedFrom | null;
  /** How many days it is picked, or stands well once ripe. */
  picked: number | null;
  /** The air that kills established plants \[whole °C\]. */
  kills_c: number | null;
  /** The soil from which it may go in \[whole °C\]. */
  soil_c: number | null;
};

/** The number of a crop of the household's own within its garden, from 1. */
export type OwnCropId = number;

/** A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone. */
export type OwnCropListNow = {
  /** New, or otherwise than before. */
  now: OwnCrop[];
  /** Gone. */
  gone: OwnCropId[];
};

/** The household's own interval and risk for a family. */
export type OwnFamily = {
  /** The family's key. */
  family: string;
  /** Years from one stand to the next, 1 to 12. */
  interval: number;
  /** Weight of a clash, 0 to 9. */
  risk: number;
};

/** A grouping the household saved from one of its beds. */
export type OwnGrouping = {
  /** Its number. */
  id: OwnGroupingId;
  /** Its name, unique in the garden, 1 to 60 letters. */
  name: string;
  /** The day of the growing year on which its first part goes in, from 0. */
  first_day: number;
  /** Its parts, at least two. */
  parts: OwnPart[];
};

/** The number of one of the household's own groupings, from 1. */
export type OwnGroupingId = number;

/** A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone. */
export type OwnGroupingListNow = {
  /** New, or otherwise than before. */
  now: OwnGrouping[];
  /** Gone. */
  gone: OwnGroupingId[];
};

/** One part of a household's own grouping, placed from its far left corner and its first day. */
export type OwnPart = {
  /** What is planted, and how. */
  planted: Planted;
  /** The half squares, from the grouping's far left corner. */
  rect: Rect;
  /** Days from the grouping's first day to the day it goes in. */
  days_after: number;
  /** Days it stands. */
  days: number;
};

/** A household's own distances for one way of growing a crop; it overrules every table. */
export type OwnSpacing = {
  /** The crop's key. */
  crop: string;
  /** The growing way's key. */
  way: string;
  /** Distance between holes along the bed or its trellis. */
  along: Length;
  /** Distance between holes across. */
  across: Length;
  /** Why, in the household's words, up to 200 letters; may be empty. */
  note: string;
};

/** A way in which a variety of the household is grown. */
export type OwnWay = {
  /** The key of its crop. */
  crop: string;
  /** The way. */
  way: Way;
};

/** What a packet of seed says. */
export type Packet = {
  /** Days to maturity, least and most. */
  days: [number, number] | null;
  /** From when it counts them; nothing means as the book does. */
  counted_from: CountedFrom | null;
  /** Between plants, along and across. */
  distance: Spacing | null;
  /** How deep it is sown. */
  depth: Length | null;
  /** How high it grows. */
  height: Length | null;
  /** What was done to the seed: it must not be soaked, or is handled with gloves. */
  treated: Treated | null;
};

/** What is taken to make what is planted of a crop: cuttings, or a root that makes slips. */
export type Parent = {
  /** What it is, one and more. */
  one: [string, string];
  /** How many to plant come of one, least and most: fewer than one where not each roots. */
  gives: [number, number];
  /** The key of the source. */
  source: string;
};

/** One crop of a grouping. */
export type Part = {
  /** The crop. */
  crop: string;
  /** Its way of growing. */
  way: string;
  /** Its stretch along the ground. */
  along: Stretch;
  /** Its stretch across. */
  across: Stretch;
  /** It shares its ground with another part. */
  between: boolean;
  /** Its own number of holes. */
  holes: number | null;
  /** Its school, when it needs one. */
  school: School | null;
  /** What it waits for. */
  after: After | null;
  /** Weeks it goes in before its usual day. */
  weeks_before: number;
  /** It leaves before that part wants the room. */
  out_in_time_with: number | null;
};

/** The parts of the year in which ground is held. */
export type Parts = {
  /** In spring. */
  early: boolean;
  /** In summer. */
  main: boolean;
  /** In autumn. */
  late: boolean;
};

/** A new password in place of the old one. */
export type PasswordChange = {
  old: string;
  new: string;
};

/** A new password by a link. */
export type PasswordReset = {
  link: string;
  password: string;
};

/** The number of a remembered stand within its garden, from 1. */
export type PastId = number;

/** One remembered stand: what was in a bed, or a section of it, in a growing year. */
export type PastStand = {
  /** Its number in the garden. */
  id: PastId;
  /** The bed. */
  bed: BedId;
  /** The section, counted from 0 at the left; nothing means the whole bed. */
  section: number | null;
  /** The growing year, by the calendar year in which it begins. */
  year: number;
  /** What stood there. */
  stood: Stood;
};

/** A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone. */
export type PastStandListNow = {
  /** New, or otherwise than before. */
  now: PastStand[];
  /** Gone. */
  gone: PastId[];
};

/** One crop on one rectangle for one span of days. */
export type Patch = {
  /** Its number in the garden. */
  id: PatchId;
  /** The bed it lies in. */
  bed: BedId;
  /** The half squares it covers. */
  rect: Rect;
  /** The first day it is in the ground. */
  from: string;
  /** The last day it is in the ground. */
  until: string;
  /** What is planted there, and how. */
  planted: Planted;
  /** It stays where it is, whatever is arranged round it. */
  locked: boolean;
  /** It is a single row at an exact place within its half squares. */
  line: RowLine | null;
  /** Warnings the household has seen and keeps, by key, in order. */
  kept: WarningKey[];
  /** What is said or expected of its time. */
  timing: Timing;
};

/** A change of one patch's time, place or crop, made together with others. */
export type PatchChange = {
  change: "days";
  patch: PatchId;
  from: string;
  until: string;
} | {
  change: "timing";
  patch: PatchId;
  timing: Timing;
} | {
  change: "ground";
  patch: PatchId;
  bed: BedId;
  rect: Rect;
} | {
  change: "crop";
  patch: PatchId;
  crop: string;
  way: string;
} | {
  change: "between";
  patch: PatchId;
  between: boolean;
} | {
  change: "add";
  placing: Placing;
} | {
  change: "remove";
  patch: PatchId;
};

/** A patch on a day. */
export type PatchGlance = {
  /** The patch. */
  patch: PatchId;
  /** Whether it stands. */
  stands: boolean;
  /** How large its plants are, when it stands. */
  size: Size | null;
};

/** The number of a patch within its garden, from 1. */
export type PatchId = number;

/** A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone. */
export type PatchListNow = {
  /** New, or otherwise than before. */
  now: Patch[];
  /** Gone. */
  gone: PatchId[];
};

/** What follows for one patch. */
export type PatchReckoning = {
  /** The patch. */
  patch: PatchId;
  /** Its count. */
  sum: Sum;
  /** Its holes, in the bed's frame. */
  holes: Hole[];
  /** How wide a mature plant's canopy is. */
  spread: Length;
  /** Whether it stands on the needle's day. */
  stands: boolean;
  /** How large its plants are on the needle's day, when it stands. */
  size: Size | null;
  /** The day on which its leaves meet, if they do while it stands. */
  closes: string | null;
  /** The least rectangle of half squares that holds one plant. */
  least: [number, number];
  /** How it comes to the ground. */
  means: Means | null;
  /** What happened to it, where anything was written down. */
  lived: Lived | null;
};

/** A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone. */
export type PatchReckoningListNow = {
  /** New, or otherwise than before. */
  now: PatchReckoning[];
  /** Gone. */
  gone: PatchId[];
};

/** The ground between two neighbouring beds. */
export type Path = {
  /** One bed. */
  one: BedId;
  /** The other. */
  other: BedId;
  /** How wide the way between them is at its narrowest; zero when they touch or overlap. */
  width: Length;
  /** The nearest points, on one and on the other: x and y on the drawing. */
  between: [[number, number], [number, number]];
  /** Too narrow to walk and kneel in: under 18 in (common practice). */
  narrow: boolean;
  /** The two lie on the same ground. */
  overlap: boolean;
};

/** How many holes a school finds room for, and how they lie. */
export type Pattern = {
  lies: "grid";
  /** Holes along. */
  columns: number;
  /** Holes across. */
  rows: number;
} | {
  lies: "staggered";
  /** How many lines. */
  lines: number;
  /** Holes in the first, third, … line. */
  long: number;
  /** Holes in the second, fourth, … line. */
  short: number;
  /** The lines run across the bed. */
  across: boolean;
  /** From line to line. */
  pitch: Length;
} | {
  lies: "rows";
  /** How many lines. */
  lines: number;
  /** Holes in a line. */
  each: number;
  /** Holes in every second line of a double row. */
  short: number;
  /** The lines run across the bed. */
  across: boolean;
  /** Two lines to a row. */
  double: boolean;
} | {
  lies: "scattered";
  /** Seeds sown. */
  seeds: number;
  /** Plants left. */
  left: number;
} | {
  lies: "between";
  /** Places found. */
  places: number;
};

/** A piece of ground that rotates as one: a bed, and which of its pieces, from 0 at the left. */
export type Piece = {
  /** The bed. */
  bed: BedId;
  /** The piece of it. */
  piece: number;
};

/** A wish that stands in one piece of ground in a year, whatever is proposed. */
export type Pinned = {
  /** The wish. */
  wish: WishId;
  /** The growing year. */
  year: number;
  /** Where. */
  at: Piece;
};

/** Ground for some of the plants at hand. */
export type Place = {
  /** The bed. */
  bed: BedId;
  /** The half squares. */
  rect: Rect;
  /** Plants of those at hand that go there. */
  plants: number;
  /** Plants the ground would hold. */
  holds: number;
};

/** What the climate of a place is taken to be, before its household says more. */
export type PlaceClimate = {
  /** What the table has for it; nothing at sea and where the longitude is not known. */
  months: PlaceMonths | null;
  /** How high towns there lie, metres above the sea, which is taken where no height is given; nothing without a longitude. */
  height: number | null;
  /** Usual highs and lows of the months that follow. */
  usual: Monthly;
  /** The spring frost edge of a coming year, where it freezes. */
  last_frost: FrostEdge | null;
  /** The autumn frost edge. */
  first_frost: FrostEdge | null;
};

/** What is usual in each month where the garden lies, January first, read from a map of the world's climate. */
export type PlaceMonths = {
  /** Mean temperature. */
  mean: [TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC, TenthsC];
  /** Rain \[mm\]. */
  rain_mm: [number, number, number, number, number, number, number, number, number, number, number, number];
};

/** A patch to be: what would be planted, where and when. */
export type Placing = {
  /** The bed. */
  bed: BedId;
  /** The half squares it would cover. */
  rect: Rect;
  /** The first day in the ground. */
  from: string;
  /** The last day in the ground. */
  until: string;
  /** What would be planted there, and how. */
  planted: Planted;
  /** It is a single row at an exact place. */
  line: RowLine | null;
  /** What is said of its time. */
  timing: Timing;
};

/** What is planted and how: all that is the same wherever and whenever it stands. */
export type Planted = {
  /** The crop's key in the catalogue. */
  crop: string;
  /** The growing way's key within the crop. */
  way: string;
  /** The household's own number of holes, when fewer than fit; nothing means as many as fit. */
  holes: number | null;
  /** Planted between other plants: it may share ground with another crop. */
  between: boolean;
  /** The school of spacing chosen for it; nothing means the bed's. */
  school: School | null;
  /** The distance at which this planting stands, whatever the household's or the table's is. */
  distance: Spacing | null;
  /** Seeds, sets or plants put into each hole; nothing means as many as its way of growing asks for. */
  in_each: number | null;
};

/** What a seeder's plate gives. */
export type Plate = {
  /** Holes in the plate. */
  holes: number;
  /** From seed to seed: the wheel's run over the holes, rounded to a tenth of a millimetre. */
  distance: Length;
  /** What the quotient leaves over: the wheel's run is holes × distance + rest \[0.1 mm\]. */
  rest: number;
  /** It comes nearest to the wanted distance. */
  nearest: boolean;
};

/** A piece of ground that rotates as one. */
export type Plot = {
  /** Which. */
  at: Piece;
  /** How many pieces its bed has. */
  of: number;
  /** Where it begins along the bed. */
  from: Length;
  /** Where it ends. */
  to: Length;
  /** Whole squares it holds; parts of squares at its ends are left out. */
  squares: number;
  /** Whether a trellis runs over it. */
  trellis: boolean;
  /** Whether it has a foot of soil or more. */
  deep: boolean;
  /** Whether it is in full sun. */
  sun: boolean;
  /** Whether it is a container. */
  container: boolean;
};

/** RFC 9457 problem details, with what the page needs to offer a way out. */
export type Problem = {
  type: string;
  title: string;
  status: number;
  detail: string;
  field?: string | null;
  refusal?: Refusal | null;
  current?: GardenView | null;
};

/** What is picked, where cold reaches it sooner than the leaf: blossom, pods, curds, heads. */
export type Product = {
  /** What kills or spoils it \[°C\]. */
  kills: number;
  /** Days before it is ripe from which it is there. */
  days: number;
};

/** One way of laying out the bed. */
export type Proposal = {
  /** Its patches. */
  patches: Proposed[];
  /** Wishes that found no room, by their place in the list. */
  left_out: number[];
  /** Wishes that found room for some of their plants, and how many are missing. */
  short: ([number, number])[];
  /** All points together, less a thousand for each wish that must find room and does not. */
  score: number;
  /** The same by kind of reason, in the order of their first use. */
  split: Weighed[];
  /** What the rules find once it is done, of all that is laid out here: what is to be settled, to be known and to be glad of. */
  findings: Finding[];
  /** What to do to have it so: plantings laid elsewhere, new ones, and those that are taken away. */
  changes: PatchChange[];
};

/** One patch of a proposal. */
export type Proposed = {
  /** The wish it answers, by its place in the list. */
  wish: number;
  /** The number it has, or would be given. */
  patch: PatchId;
  /** What would be planted. */
  place: Placing;
  /** Plants it holds. */
  plants: number;
  /** What speaks for it and against it. */
  why: Weighed[];
};

/** What it is wanted for. */
export type Purpose = "fresh" | "stored" | "frozen" | "dried" | "jars" | "given" | "sold";

/** A question, as the page asks it. */
export type Question = {
  ask: "schools";
  patch: PatchId;
} | {
  ask: "bare";
  bed: BedId;
  year: number;
} | {
  ask: "suits";
  bed: BedId;
  rect: Rect;
  from: string;
  until: string;
} | {
  ask: "in-hand";
  crop: string;
  way: string;
} | {
  ask: "markers";
  /** The bed. */
  bed: BedId;
  /** The growing year. */
  year: number;
  /** The lines run across the bed instead of along it. */
  across: boolean;
  /** The rows. */
  rows: Row[];
} | {
  ask: "groupings";
  bed: BedId;
  rect: Rect;
  year: number;
} | {
  ask: "sheet";
  bed: BedId;
  year: number;
  on?: string | null;
} | {
  ask: "fits";
  bed: BedId;
  crop: string;
  way: string;
  plants: number;
  school?: School | null;
  year: number;
  from?: string | null;
} | {
  ask: "edge";
  crop: string;
  way: string;
  long: Tape;
  seeds_a_hole: number;
} | {
  ask: "tally";
  rows: number;
  each: number;
  said: number;
} | {
  ask: "turns";
  entries?: Entry[] | null;
} | {
  ask: "straight";
  wish: WishId;
  year: number;
  entries: Entry[];
} | {
  ask: "amounts";
  bed: BedId;
  year: number;
} | {
  ask: "movable";
  bed: BedId;
  year: number;
} | {
  ask: "squares";
  /** The bed. */
  bed: BedId;
  /** The growing year. */
  year: number;
  /** What is wished for, the most wanted first. */
  wishes: AskedBedWish[];
  /** All plantings that may be laid elsewhere make way ([`movable`](crate::search::arrange::movable::movable)); otherwise only those that the list names. */
  anew: boolean;
} | {
  ask: "names";
  list: string;
} | {
  ask: "usual-wish";
  crop: string;
  variety?: VarietyId | null;
} | {
  ask: "season";
  on: string;
} | {
  ask: "rounds";
  day: string;
} | {
  ask: "record";
  crop: string;
  way: string;
} | {
  ask: "tin";
  on: string;
} | {
  ask: "sowing";
  crop: string;
  variety?: VarietyId | null;
  on: string;
  stand: number;
  certainty: number;
} | {
  ask: "saving";
  crop: string;
  variety?: VarietyId | null;
  year: number;
} | {
  ask: "wants";
  year: number;
} | {
  ask: "cautions";
} | {
  ask: "windows";
  patch: PatchId;
  year: number;
} | {
  ask: "starts";
  bed?: BedId | null;
  year: number;
} | {
  ask: "moves";
  changes: AskedPatchChange[];
} | {
  ask: "seeder";
  crop: string;
  way: string;
  run: Tape;
  plates: number[];
};

/** The sides from which a gardener can reach into the bed, in the bed's own frame. */
export type Reach = {
  /** The far long side (y = 0, drawn at the top). */
  far: boolean;
  /** The near long side (drawn at the bottom). */
  near: boolean;
  /** The left end (x = 0). */
  left: boolean;
  /** The right end. */
  right: boolean;
};

/** Why a length, a volume or an amount of seed could not be read. */
export type ReadError = {
  is: "not-a-length";
  read: string;
} | {
  is: "length-without-unit";
  read: string;
} | {
  is: "length-too-long";
  read: string;
} | {
  is: "not-a-volume";
  read: string;
} | {
  is: "volume-out-of-range";
  read: string;
  least: string;
  most: string;
} | {
  is: "not-an-amount";
  read: string;
} | {
  is: "amount-out-of-range";
  read: string;
  most: string;
};

/** Why a finding is one; the page turns it into sentences. */
export type Reason = {
  is: "company";
  /** Its place in the catalogue's relations. */
  relation: number;
  /** The patch that does something. */
  who: PatchId;
  /** The patch it is done to. */
  whom: PatchId;
  /** The catalogue also says the opposite of these two. */
  contradicted: boolean;
} | {
  is: "too-soon";
  /** The earlier stand. */
  stand: Stand;
  /** The growing year of the patch. */
  year: number;
  /** Years the family should stay away. */
  interval: number;
  /** The nearest bed that is free of the family, whether or not it has room. */
  free_bed: BedId | null;
} | {
  is: "none-fits";
  /** Half squares along and across that hold one. */
  least: [number, number];
} | {
  is: "too-dense";
  /** Holes that fit. */
  fits: number;
  /** Holes that are there. */
  holes: number;
  /** The distance they want. */
  wants: Spacing;
  /** The distance that is left to them. */
  stand: Spacing;
  /** Ground that so many would want at their distance, in hundredths of a square. */
  ground: number;
  /** What most of the crop is, which suffers. */
  bulk: Bulk;
} | {
  is: "half-the-distance";
  /** The distance at which they stand. */
  stand: Spacing;
  /** The book's. */
  book: Spacing;
  /** What most of the crop is, which suffers. */
  bulk: Bulk;
} | {
  is: "wants-trellis";
} | {
  is: "loses-support";
  /** The patch that holds it up. */
  by: PatchId;
  /** The last day of that one. */
  day: string;
  /** The climber's own last day. */
  until: string;
} | {
  is: "shallow-soil";
  /** The bed's depth. */
  depth: Length;
  /** The least it wants. */
  wants: Length;
  /** The nearest bed that is deep enough. */
  deeper: BedId | null;
  /** A way of the same crop for which it is deep enough. */
  shorter: string | null;
} | {
  is: "half-shade";
  /** The nearest bed that is not. */
  sunny: BedId | null;
} | {
  is: "does-not-climb";
  /** The way of the same crop that does. */
  way: string;
} | {
  is: "sourness";
  /** The other patch. */
  other: PatchId;
  /** The range of pH in which this one does well. */
  own: [number, number];
  /** That of the other. */
  theirs: [number, number];
} | {
  is: "under-brace";
  /** How many. */
  holes: number;
} | ({
  is: "shares";
}) & (Sharing) | {
  is: "rows-crowd";
  /** The other row. */
  other: PatchId;
  /** The gap between them. */
  gap: Length;
  /** The day on which the leaves of one reach over the stems of the other. */
  day: string;
} | {
  is: "out-of-reach";
  /** How many holes. */
  holes: number;
  /** Days from one picking to the next. */
  every: number;
  /** How far an arm reaches. */
  arm: Length;
} | {
  is: "spills";
} | {
  is: "nowhere-to-spill";
} | {
  is: "few-rows";
  /** Rows the shorter way, of all that stands and flowers together. */
  rows: number;
  /** The least. */
  least: number;
  /** Better so many. */
  better: number;
} | {
  is: "in-the-middle";
  /** It is left for seed. */
  for_seed: boolean;
} | {
  is: "shaded";
  /** The taller patch. */
  by: PatchId;
  /** Holes in the shade. */
  holes: number;
  /** The day it is judged on: the middle of the time both stand. */
  day: string;
  /** How long the shadow is. */
  long: Length;
  /** It is glad of shade in summer. */
  welcome: boolean;
} | {
  is: "crosses";
  /** The first patch of the other kind. */
  other: PatchId;
  /** The patch that flowers later, and is better put off. */
  later: PatchId;
  /** Days between their flowering. */
  days_apart: number;
  /** Days there should be. */
  wanted: number;
} | {
  is: "neighbour-crosses";
  /** Its kind. */
  strain: string;
  /** How far it stands \[m\]. */
  metres: number;
  /** How far it should \[m\]. */
  wanted: number;
  /** The day on which this one flowers. */
  flowers: string;
} | {
  is: "unlike-neighbour";
  /** The other patch. */
  other: PatchId;
};

/** Why a clash is there, and the ways out, the best first. */
export type Reasons = {
  /** Whether the wishes below were proved to force it. */
  forced: boolean;
  /** A smallest set of wishes that forces it. */
  wishes: ForcedWish[];
  /** What stood, as far as it is part of the cause: where and when. */
  memories: ([Piece, number])[];
  /** Needs that are part of the cause. */
  needs: ([WishId, string])[];
  /** Ground whose size is part of the cause. */
  full: Piece[];
  /** How every piece of ground stands to the family's wish in the later year. */
  elsewhere: ([Piece, Standing])[];
  /** The wish the last list is about. */
  wish: WishId | null;
  /** What might be done. */
  remedies: Remedy[];
  /** What is against the plan now. */
  against: Against;
};

/** Everything that follows from a garden's facts on a day. */
export type Reckoning = {
  /** The year and its frosts. */
  season: GrowingYear;
  /** Each bed, in the garden's order. */
  beds: BedReckoning[];
  /** Each patch of the growing year, in the garden's order. */
  patches: PatchReckoning[];
  /** What there is to settle, to note and to be glad of, bed by bed. */
  findings: Finding[];
  /** The paths between the beds. */
  paths: Path[];
  /** What was planned for the growing year and never came to stand. */
  never: NeverStood[];
};

/** Reckonings that are otherwise than before. */
export type ReckoningNow = {
  /** The year and its frosts. */
  season: GrowingYear | null;
  /** Beds. */
  beds: BedReckoningListNow;
  /** Patches of the year. */
  patches: PatchReckoningListNow;
  /** The findings of the beds in which any changed. */
  findings: BedFindings[];
  /** The paths between the beds. */
  paths: Path[] | null;
  /** What was planned and never came to stand. */
  never: NeverStood[] | null;
};

/** A rectangle on the grid of half squares, counted from the bed's far left corner. */
export type Rect = {
  /** Half squares from the left end. */
  x: number;
  /** Half squares from the far side. */
  y: number;
  /** Half squares along, at least 1. */
  w: number;
  /** Half squares across, at least 1. */
  h: number;
};

/** Why the product would not do what it was asked; the one public error of facts and rules. */
export type Refusal = {
  why: "unread";
  said: ReadError;
} | {
  why: "length-out-of-range";
  field: string;
  value: Length;
  least: Length;
  most: Length;
} | {
  why: "number-out-of-range";
  field: string;
  value: number;
  least: number;
  most: number;
} | {
  why: "empty";
  field: string;
  most: number;
} | {
  why: "missing";
  field: string;
} | {
  why: "none-chosen";
  field: string;
  of: string;
} | {
  why: "plan-taken";
  name: string;
} | {
  why: "too-many-letters";
  field: string;
  letters: number;
  most: number;
} | {
  why: "odd-letters";
  field: string;
} | {
  why: "name-taken";
  name: string;
} | {
  why: "too-many-things";
  what: string;
  most: number;
} | {
  why: "garden-full";
  what: string;
  there: number;
  most: number;
} | {
  why: "too-much";
} | {
  why: "unknown";
  what: string;
  key: string;
} | {
  why: "brace-outside";
  at: Length;
  length: Length;
} | {
  why: "outside-bed";
  columns: number;
  rows: number;
} | {
  why: "no-ground";
} | {
  why: "patches-in-the-way";
  patches: string[];
} | {
  why: "ground-taken";
  other: string;
  other_patch: PatchId;
  from: string;
  until: string;
} | {
  why: "same-crop-twice";
  crop: string;
  other_patch: PatchId;
  from: string;
  until: string;
} | {
  why: "too-many";
  crop: string;
  asked: number;
  fits: number;
  distance: Length;
  needs: Rect | null;
} | {
  why: "too-many-holes";
  crop: string;
  holes: number;
  most: number;
} | {
  why: "ends-before-it-starts";
  from: string;
  until: string;
} | {
  why: "stands-too-long";
  days: number;
  most: number;
} | {
  why: "no-such-section";
  section: number;
  sections: number;
} | {
  why: "not-past";
  year: number;
  last: number;
} | {
  why: "already-remembered";
  what: string;
  year: number;
} | {
  why: "not-there";
} | {
  why: "out-of-order";
  list: string;
} | {
  why: "locked";
  crop: string;
} | {
  why: "stays";
  crop: string;
} | {
  why: "unsuited-school";
  crop: string;
  because: Unsuited;
} | {
  why: "grouping-taken";
  name: string;
} | {
  why: "variety-taken";
  name: string;
} | {
  why: "variety-in-use";
  name: string;
  plantings: number;
} | {
  why: "crop-taken";
  name: string;
} | {
  why: "own-crop-in-use";
  name: string;
  plantings: number;
} | {
  why: "days-out-of-order";
  field: string;
  least: number;
  most: number;
} | {
  why: "no-grouping";
  most: number;
} | {
  why: "no-sense";
  because: string;
} | {
  why: "station-too-short";
  days: number;
  least: number;
} | {
  why: "temperature-out-of-range";
  field: string;
  value: TenthsC;
  least: TenthsC;
  most: TenthsC;
} | {
  why: "low-above-high";
  month: string;
  low: TenthsC;
  high: TenthsC;
} | {
  why: "not-there-yet";
  what: string;
} | {
  why: "kept-in-time";
  crop: string;
  from: string;
  to: string;
} | {
  why: "changed-since";
} | {
  why: "not-yet";
  day: string;
} | {
  why: "odd-number";
} | {
  why: "at-line";
  line: number;
  said: string;
} | {
  why: "nothing-to";
  what: string;
};

/** Who may make an account. */
export type Registration = "open" | "invitation" | "closed";

/** One relation of the catalogue: what `who` does to `whom`. */
export type Relation = {
  /** A crop's key, or a family's after an `@`. */
  who: string;
  /** A crop's key, or a family's after an `@`. */
  whom: string;
  /** What it does. */
  kind: Kind;
  /** How it works, or is said to. */
  mechanism: string;
  /** How near it must be. */
  reach: Nearness;
  /** A pest or disease goes from one to the other, which is more than custom. */
  shared: boolean;
  /** How well it is supported. */
  grade: Grade;
  /** Source key. */
  source: string;
};

/** What a crop of the household's own is like. */
export type Relative = {
  /** The number of the crop of the household's own. */
  id: OwnCropId;
  /** The key of the book's crop. */
  key: string;
};

/** A way out, solved for. */
export type Remedy = {
  /** What is done. */
  kind: RemedyKind;
  /** The changes that do it. */
  changes: TurnChange[];
  /** The best plan then. */
  entries: Entry[];
  /** Whether no plan is better then. */
  proven: boolean;
  /** What is against it then. */
  against: Against;
  /** Entries that stand elsewhere than before. */
  moved: number;
};

/** What might be done. */
export type RemedyKind = {
  do: "containers";
  wish: WishId;
} | {
  do: "fewer";
  wish: WishId;
  by: number;
} | {
  do: "every-second-year";
  wish: WishId;
} | {
  do: "without";
  wish: WishId;
  need: string;
} | {
  do: "trellis";
  bed: BedId;
} | {
  do: "divide";
  bed: BedId;
} | {
  do: "resistant";
  wish: WishId;
} | {
  do: "accept";
  family: string;
  interval: number;
};

/** How fast a crop grows at a temperature, as a part of its best. */
export type Response = {
  /** At and below it nothing grows \[°C\]. */
  base: number;
  /** It grows fastest \[°C\]. */
  best: number;
  /** At and above it nothing grows \[°C\]. */
  most: number;
};

/** When a crop ripens, and why then. */
export type Ripening = {
  /** The day half of it is up, or the day it was planted out. */
  up: string;
  /** The day it is ripe. */
  ripe: string;
  /** The packet's days, the middle of its range. */
  packet: number;
  /** Days it takes here from the day the packet counts from. */
  days: number;
  /** Days it would take here if little light did not slow it. */
  days_by_warmth: number;
};

/** The words in which roles are sent; the store's own type does not describe itself. */
export type Role = "guest" | "helper" | "owner";

/** What somebody may do. */
export type RoleWanted = {
  role: InvitedRole;
};

/** Ground that would suit a patch. */
export type Room = {
  /** The bed. */
  bed: BedId;
  /** The half squares. */
  rect: Rect;
};

/** How much a crop counts in the turns of its family. */
export type Rotation = "host" | "light" | "none";

/** One line of a day's round. */
export type RoundLine = {
  /** The work. */
  task: Task;
  /** Where it is written down when it is done. */
  at: At;
  /** The day it is due: the plan's, or the one it was put off to. */
  due: string;
  /** Days it is late; never of what only the usual warmth says, nor before its day has come. */
  late: number;
  /** It was done on this day. */
  done: boolean;
  /** The entry by which it was done on this day, the last of them: struck out, it is not done. */
  by: EntryId | null;
  /** It was done in part, and this is the rest. */
  rest: boolean;
  /** How it is done, where something goes into the ground. */
  how: SetOut | null;
  /** How many seeds or pieces it is done to, where it is done before they are sown or planted, or as they are sown under cover. */
  seeds: Counted | null;
  /** How the cells are sown, where they are. */
  cells: CellsSown | null;
  /** The last day on which it may start here this time, where it is late. */
  last: string | null;
  /** Until when care is asked for. */
  until: string | null;
  /** What is to be known of it. */
  notes: CareNote[];
  /** What it waits for, of what is planted in stages. */
  condition: Condition | null;
  /** What is taken in hand for it. */
  tool: Tool;
  /** The weather that suits it best. */
  best: Best | null;
  /** It is heavy, and there is enough of that before it on this day. */
  enough: boolean;
  /** The keys of the cautions that are told at it; each is told at the first line it belongs to. */
  cautions: string[];
  /** What is written down when it is done as it was planned. */
  told: Happened;
};

/** A day's round. */
export type Rounds = {
  /** The day. */
  day: string;
  /** What is to be done, late first, then in the order of the walk: at the shelf, then bed by bed; what was done is last. */
  lines: RoundLine[];
  /** What comes in the week after. */
  ahead: RoundLine[];
  /** What comes first after that, where there is nothing else. */
  next: Task | null;
  /** What may hurt in the day's work, each once. */
  cautions: Caution[];
  /** The beds in the order in which they are walked. */
  walk: BedId[];
};

/** A row to be marked. */
export type Row = {
  /** The crop. */
  crop: string;
  /** Its way of growing. */
  way: string;
  /** The gap before it, to the line before or to the edge; nothing for the usual one. */
  gap?: Tape | null;
};

/** A single row at an exact place, as a marker was laid for it. */
export type RowLine = {
  /** It runs across the bed instead of along it. */
  across: boolean;
  /** How far it is from the left end if it runs across, else from the far side. */
  at: Length;
};

/** What it takes to save seed of a crop or a variety. */
export type Saving = {
  /** Its species; nothing where the book does not know how seed of it is saved. */
  species: SeedSpecies | null;
  /** Plantings of the year that would cross with it where both flower, bed by bed. */
  crosses: Crossing[];
  /** Plantings of it that begin in the year, from which seed could be taken. */
  stands: SeedStand[];
};

/** A school of spacing with its figure, where it has one. */
export type School = {
  is: "square-foot";
} | {
  is: "staggered";
} | {
  is: "rows";
  /** Across the bed instead of along it. */
  across: boolean;
  /** Two lines to a row, the plants of one facing the gaps of the other. */
  double: boolean;
} | {
  is: "close";
  /** Percent of the usual distance, 60 to 95. */
  percent: number;
} | {
  is: "scatter";
  /** Seeds sown for each place of the square-foot grid, 2 to 9. */
  seeds: number;
};

/** What one school gives on a patch. */
export type SchoolCount = {
  /** The school. */
  school: School;
  /** Why it is not offered, if it is not. */
  unsuited: Unsuited | null;
  /** Plants it would put here. */
  plants: number;
  /** Seeds or sets to sow for them, one a place except where seed is strewn. */
  seeds: number;
  /** What they want to eat, in percent of what the square-foot number would. */
  feeding_percent: number;
};

/** For what a school is chosen. */
export type SchoolFor = {
  of: "household";
} | {
  of: "bed";
  /** Which. */
  bed: BedId;
} | {
  of: "patch";
  /** Which. */
  patch: PatchId;
};

/** What is to be searched for. */
export type Search = {
  search: "arrange";
  /** The bed. */
  bed: BedId;
  /** The growing year. */
  year: number;
  /** What is wished for, the most wanted first. */
  wishes: AskedBedWish[];
  /** All plantings that may be laid elsewhere make way ([`movable`](crate::search::arrange::movable::movable)); otherwise only those that the list names. */
  anew: boolean;
} | {
  search: "years";
  now: Entry[];
} | {
  search: "why";
  tie: TieKey;
  entries: Entry[];
} | {
  search: "argue";
  pin: Pinned;
  entries: Entry[];
} | {
  search: "late";
  first: PatchId;
  then: PatchId;
} | {
  search: "series";
  /** The crop. */
  crop: string;
  /** The way of growing it. */
  way: string;
  /** How it comes to the ground; nothing means as usual. */
  means?: Means | null;
  /** The bed asked first. */
  bed: BedId;
  /** Plants of each sowing. */
  plants: number;
  /** The growing year. */
  year: number;
  /** What for. */
  aim: SeriesAim;
};

/** A change of what a household said of its weather, its shelf and its beds' warmth. */
export type SeasonChange = {
  season: "set-freezes";
  freezes: Freezes;
} | {
  season: "take-place";
} | {
  season: "take-months";
  months: Monthly;
} | {
  season: "take-station";
  station: AskedStation;
} | {
  season: "take-again";
  from: WarmthFrom;
} | {
  season: "set-appetite";
  appetite: Appetite;
} | {
  season: "set-warmth";
  bed: BedId;
  mulch: Mulch;
  cover: Cover;
} | {
  season: "read";
  bed: BedId;
  on: string;
  soil?: TenthsC | null;
} | {
  season: "set-shelf";
  shelf: Shelf;
};

/** All of it for one growing year. */
export type SeasonView = {
  /** The growing year. */
  year: number;
  /** The weather. */
  weather: WeatherBand;
  /** The beds, in the garden's order. */
  beds: BedBand[];
  /** The days of each patch that is in the ground or on the shelf in that year. */
  courses: Course[];
  /** What follows what. */
  hand_offs: HandOff[];
  /** The seedling shelf. */
  shelf: ShelfBand;
  /** What there is to settle, but for what the household has seen and keeps. */
  to_settle: ToSettle[];
  /** What is at risk on the needle's day. */
  at_risk: AtRisk[];
  /** What is to be done, by day. */
  tasks: Task[];
};

/** The seed of a crop. */
export type Seed = {
  /** Seeds in a gram, least and most. */
  per_gram: [number, number];
  /** Years in a drawer until about half of what came up fresh comes up still. */
  years: number;
  /** Plants that come of one seed, least and most: more than one where it is a cluster. */
  plants: [number, number];
  /** The key of the source. */
  source: string;
};

/** How much seed: counted, or weighed. */
export type SeedAmount = {
  by: "count";
  /** How many. */
  pieces: number;
} | {
  by: "weight";
  /** Milligrams. */
  mg: number;
};

/** What seed is covered with. */
export type SeedCover = "soil" | "compost" | "sand" | "vermiculite" | "board" | "cloth" | "nothing";

/** How seed is kept. */
export type SeedKept = "jar" | "drawer" | "shed";

/** Seed of one crop that was packed together. */
export type SeedLot = {
  /** Its number. */
  id: LotId;
  /** The key of its crop. */
  crop: string;
  /** The household's variety that it is of, where it has a name. */
  variety: VarietyId | null;
  /** Of a crop that is grown from either, it is what is planted, as sets or crowns, and not seed; of another crop it says nothing. */
  planted: boolean;
  /** How much of it there was when it was counted. */
  amount: SeedAmount;
  /** The day on which that was counted; what was sown since is taken off. */
  counted: string;
  /** The year for which it was packed, or in which it was saved. */
  packed: number;
  /** Seeds of a hundred that come up, as its packet says. */
  printed: number | null;
  /** What tests at home said, the first first. */
  tests: GerminationTest[];
  /** What was done to it. */
  treated: Treated | null;
  /** How it is kept. */
  kept: SeedKept;
  /** What was paid for it, in hundredths of the household's money. */
  price: number | null;
  /** Where it is from, in the household's words, up to 80 letters. */
  source: string;
  /** What else there is to say, up to 200 letters. */
  note: string;
};

/** A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone. */
export type SeedLotListNow = {
  /** New, or otherwise than before. */
  now: SeedLot[];
  /** Gone. */
  gone: LotId[];
};

/** What is going to be sown of a crop or a variety. */
export type SeedNeed = {
  /** The key of the crop. */
  crop: string;
  /** The variety, where one is named. */
  variety: VarietyId | null;
  /** It is planted, as cloves or sets, and not sown as seed. */
  planted: boolean;
  /** The first day on which some of it is sown. */
  first: string;
  /** How many plantings. */
  plantings: number;
  /** Seeds, or pieces of what is not grown from seed, that they take. */
  seeds: number;
  /** What that weighs \[mg\], least and most; nothing where nobody knows. */
  mg: [number, number] | null;
  /** What the tin has of it that is not too old, least and most. */
  have: [number, number];
  /** How many are short: for certain, and perhaps. */
  short: [number, number];
  /** What of it was got last, in which what is short can be counted; nothing where none was, or nothing is short. */
  like: LikeLast | null;
  /** Plants of those that are raised on the shelf, which could be bought as young plants. */
  raised: number;
  /** What is taken to make what is planted, where that can be made at home. */
  taken: Taken | null;
};

/** Seed that is more than what is planned takes. */
export type SeedOver = {
  /** The key of the crop. */
  crop: string;
  /** The variety, where one is named. */
  variety: VarietyId | null;
  /** It is planted, as cloves or sets, and not sown as seed. */
  planted: boolean;
  /** Seeds or pieces that are over, least and most. */
  many: [number, number];
  /** Seeds or pieces that are kept back: what is planned in a year, for each year until it is too old. */
  kept: number;
  /** So many years. */
  years: number;
  /** Until when the youngest of it is reckoned with; nothing where that is beyond ten years, or it is not seed. */
  until: string | null;
};

/** Crops whose flowers cross, and how seed of them is saved. */
export type SeedSpecies = {
  /** What they are together called, with their botanical name. */
  name: string;
  /** The keys of its crops. */
  crops: string[];
  /** The kind in the matter 'species' that says that a variety is of it, where crops are of several. */
  kind: string | null;
  /** What carries its pollen. */
  by: Carried2;
  /** How far from others of its species seed savers are told to flower it for their own use, least and most \[m\]. */
  metres: [number, number];
  /** Of how many plants seed is taken, least and most. */
  plants: [number, number];
  /** It flowers in its second year. */
  second_year: boolean;
  /** How it is done. */
  how: string;
  /** The key of the source. */
  source: string;
};

/** A planting from which seed could be taken. */
export type SeedStand = {
  /** The patch. */
  patch: PatchId;
  /** Its bed. */
  bed: BedId;
  /** Its plants. */
  plants: number;
  /** What would stay for seed beyond its days, where that is to stand into its second year. */
  winters: Winters | null;
};

/** What several sowings are for. */
export type SeriesAim = {
  aim: "even";
  /** The first harvest. */
  from: string;
  /** The last harvest is not after it. */
  until: string;
  /** Days from one harvest to the next, 3 to 60. */
  every: number;
} | {
  aim: "insurance";
  /** The first day in the ground. */
  from: string;
  /** Days after it, 7 to 60. */
  after: number;
} | {
  aim: "two-crops";
} | {
  aim: "trial";
  /** The first day in the ground. */
  from: string;
  /** Days from one to the next, 5 to 30. */
  apart: number;
};

/** The sowings of a series, and what equal days would have given. */
export type SeriesPlan = {
  /** The sowings, in their order. */
  sowings: Sowing[];
  /** Harvests that were asked for and that nothing sown after the winter would reach. */
  too_early: number;
  /** Harvests that were asked for when nothing ripens any more and what is ripe no longer stands. */
  too_late: number;
  /** Harvests after those of the thirtieth sowing, which is the last of one series. */
  beyond: number;
  /** Days it is picked from one sowing, or stands well once ripe. */
  picked: number;
  /** It is cut or picked again and again through those days. */
  again_picked: boolean;
  /** Least and most days from one sowing's ripening to the next one's, as sown here. */
  gaps: [number, number] | null;
  /** The same if the same number were sown at equal days. */
  equal_gaps: [number, number] | null;
  /** The bulletins' rule: days from one sowing to the next. */
  rule: number | null;
};

/** A session, as its owner sees it. */
export type SessionLine = {
  number: number;
  /** When it was opened. */
  created: string;
  /** When something was last asked in it, to the hour. */
  seen: string;
  /** The browser, as it says itself. */
  agent: string;
  /** It is the one that asks. */
  here: boolean;
};

/** Whether someone is signed in, and what this server lets a stranger do. */
export type SessionView = {
  me: Me | null;
  /** It has the demo households. */
  demo: boolean;
  /** Who may make an account. */
  registration: Registration;
};

/** How something goes into the ground. */
export type SetOut = {
  /** How deep; nothing for young plants. */
  depth: Length | null;
  /** Holes. */
  holes: number;
  /** The distance between them. */
  spacing: Spacing;
  /** Seeds, sets or plants to a hole. */
  in_each: number;
};

/** The days in which flowers set fruit, and tubers and the like begin \[°C\]. */
export type Sets = {
  /** The mean of a day below which they do not. */
  least: number;
  /** The mean of a day above which they do not. */
  most: number;
  /** The mean of a day above which they do not where the month is wet: nights are warm there, and rot and mildew go about. */
  damp: number;
  /** Days from setting to ripe. */
  before: number;
  /** The part of the first forty such days that must suit it, where it is picked again and again. */
  first: number;
};

/** How one patch is set out. */
export type Setting = {
  /** Its number on the sheet, from 1. */
  number: number;
  /** The patch. */
  patch: PatchId;
  /** The day it goes in. */
  from: string;
  /** Its ground: the marker stands in its first corner. */
  ground: Ground;
  /** How far its ground begins from the side that distances across are measured from. */
  first_edge: Length;
  /** Holes in all. */
  holes: number;
  /** Its lines, in order from the edge they are measured from; none where seed is strewn. */
  lines: Line[];
  /** How deep its seed, set or tuber lies; nothing for a young plant, which stands as it stood. */
  depth: Length | null;
  /** Seeds, sets or plants in each hole. */
  in_each: number;
  /** What is strewn over all of it, when it is. */
  strewn: Strewn | null;
  /** How it comes to the ground. */
  means: Means;
  /** The holes of one square, for a template of board or card; none when a plant wants more than a square, or squares differ. */
  template: Hole[];
};

/** The outline of a bed within its length and width. */
export type Shape = {
  is: "rectangle";
} | {
  is: "corner";
  /** It is one of the right end's corners, not the left one's. */
  right: boolean;
  /** It is one of the near side's corners, not the far one's. */
  near: boolean;
  /** How much of the length is not there. */
  along: Length;
  /** How much of the width is not there. */
  across: Length;
} | {
  is: "round";
};

/** An outline as typed. */
export type ShapeDraft = {
  is: "rectangle";
} | {
  is: "corner";
  right: boolean;
  near: boolean;
  along: Tape;
  across: Tape;
} | {
  is: "round";
};

/** What becomes of a quick crop between a slow one. */
export type Sharing = {
  /** The patch that was there for the longer time. */
  slow: PatchId;
  /** The last day on which the quick one stands. */
  out: string;
  /** The day from which the slow one wants the room; nothing when it never does. */
  must_be_out: string | null;
  /** The day on which the slow one's leaves meet. */
  closes: string | null;
  /** Quick plants in the shade if they stay longer. */
  quick_lost: number;
  /** Slow plants crowded if they stay longer. */
  slow_lost: number;
};

/** Everything needed to set out one bed in one growing year. */
export type Sheet = {
  /** The bed. */
  bed: BedId;
  /** Distances across the bed are measured from its near side instead of its far one. */
  from_near: boolean;
  /** The plantings in the order in which their markers are laid: by the day they go in, then from the left. */
  plantings: Setting[];
  /** The sticks to cut, the longest first. */
  sticks: Stick[];
  /** Where the tape is marked along the bed: every patch's edges, in order. */
  along: Length[];
  /** Where the tape is marked across the bed. */
  across: Length[];
  /** What was to leave the bed within [`LATELY`] before the day it is set out on, the latest first; of a whole year nothing. */
  cleared: Cleared[];
};

/** The place for seedlings, in cells (one seedling each). */
export type Shelf = {
  /** Cells under light, 0 to 5000. */
  cells: number;
  /** Cells in one tray, 1 to 500. */
  tray: number;
  /** Cells on the warm mat, 0 to 5000. */
  mat: number;
  /** Cells where seedlings harden off, 0 to 5000. */
  hardening: number;
  /** Days of hardening off, 0 to 21. */
  harden_days: number;
  /** Seedlings of a hundred sown cells that come to be planted, 10 to 100. */
  survival: number;
};

/** The shelf through a growing year. */
export type ShelfBand = {
  /** Everything that passes over it, by the day it comes. */
  batches: Batch[];
  /** Its load, week by week. */
  weeks: ShelfWeek[];
  /** Where it is too small. */
  overflows: Overflow[];
  /** Room of cells that one bigger pot takes. */
  pot_takes: number;
};

/** A place seedlings stand in. */
export type ShelfPlace = "light" | "mat" | "hardening";

/** The load of one week. */
export type ShelfWeek = {
  /** Its first day. */
  from: string;
  /** Room taken under light, on the mat and hardening on its fullest day \[cells\]. */
  cells: [number, number, number];
};

/** How squares lie along one side of a bed. */
export type SideFit = {
  /** The side's inside length. */
  side: Length;
  /** Whole squares that fit. */
  whole: number;
  /** What is left beyond the last whole square. */
  rest: Length;
  /** What the next whole square lacks, when something is left over. */
  missing: Length;
  /** How wide one more square would be if all were made equal. */
  narrowed: Length;
};

/** The place of a garden, as its household gave it. */
export type Site = {
  /** The garden's name, 1 to 60 letters. */
  name: string;
  /** The town or place, up to 60 letters; may be empty. */
  place: string;
  /** Latitude, hundredths of a degree. */
  latitude: Latitude;
  /** The household's measures. */
  units: Units;
  /** Where north lies on the drawing, degrees clockwise from straight up, 0 to 359. */
  north: number;
  /** What the household says of its frosts. */
  freezes: Freezes;
  /** Longitude, hundredths of a degree; nothing where only the latitude is known. */
  longitude: Longitude | null;
  /** How high it lies above the sea \[m\], where its household said; nothing where it is taken from the map. */
  height: number | null;
  /** What is usual there in each month; nothing where only the latitude is known. */
  months: PlaceMonths | null;
  /** The time zone its household lives by, a name of the IANA time zone database such as `Pacific/Auckland`; nothing where it is not known, which is where the server's own day is taken. */
  zone: string | null;
  /** The measures of its squares, where they are not the household's: one that changed its measures keeps the squares that its plantings stand on. */
  grid: Units | null;
  /** The maize that a neighbour grows, where the household knows of it. */
  neighbour_maize: NeighbourMaize | null;
};

/** How large one plant is. */
export type Size = {
  /** How wide its canopy is. */
  canopy: Length;
  /** How high it stands. */
  height: Length;
};

/** One way out, ready to be made. */
export type SlipChoice = {
  /** What it is. */
  kind: SlipKind;
  /** When the next one is ripe then. */
  ripe: string | null;
  /** Why that start is not a good one, if it is not. */
  gate: Gate | null;
  /** Other plantings that move along. */
  moves: number;
  /** What would be asked for. */
  changes: PatchChange[];
};

/** What could be done about a hand-off that is late. */
export type SlipKind = {
  do: "later";
  /** Its first day in the ground. */
  from: string;
  /** When seed goes on the shelf, where it does. */
  sow: string | null;
} | {
  do: "hold";
  /** Until this day. */
  until: string;
  /** Weeks they have by then. */
  weeks: number;
  /** The most they bear. */
  most: number;
} | {
  do: "elsewhere";
  /** The bed. */
  bed: BedId;
  /** The half squares. */
  rect: Rect;
} | {
  do: "quicker";
  /** The way. */
  way: string;
  /** Its first day in the ground. */
  from: string;
} | {
  do: "instead";
  /** The crop. */
  crop: string;
  /** The way. */
  way: string;
  /** Its first day in the ground. */
  from: string;
} | {
  do: "pull-early";
  /** Its last day. */
  on: string;
  /** The part of its weight that is lost, per cent. */
  loses: number;
} | {
  do: "among";
  /** How many days. */
  days: number;
} | {
  do: "fewer";
  /** The half squares that are left to it. */
  rect: Rect;
  /** Plants it has there. */
  plants: number;
};

/** A trouble found in the soil of a bed, for which a family waits longer there. */
export type SoilFinding = {
  /** The bed. */
  bed: BedId;
  /** The family that suffers. */
  family: string;
  /** Years it waits there, 2 to 12. */
  interval: number;
  /** What was found, in the household's words, 1 to 80 letters: 'clubroot'. */
  what: string;
};

/** A reading of a soil thermometer at sowing depth, in the morning. */
export type SoilReading = {
  /** The bed. */
  bed: BedId;
  /** The day. */
  on: string;
  /** What it read. */
  soil: TenthsC;
};

/** The soil a crop wants when it goes in \[°C\]. */
export type SoilWants = {
  /** From which it may. */
  may: number;
  /** From which it had better. */
  better: number;
  /** In which its seed is up soonest; nothing for what is not sown. */
  best: number | null;
  /** The warmest for it. */
  most: number;
};

/** A variety that takes fewer plants for all in one week. */
export type Sooner = {
  /** The variety. */
  variety: VarietyId;
  /** Plants of it, least and most. */
  plants: [number, number];
};

/** Where figures come from. */
export type Source = {
  /** Title, or 'Common practice'. */
  title: string;
  /** Author or publisher; empty for common practice. */
  publisher: string;
  /** Year of the edition, if it has one. */
  year: number | null;
  /** How the figures came here, such as 'from memory'. */
  note: string;
};

/** One sowing of a series. */
export type Sowing = {
  /** When seed goes on the shelf, where it does. */
  sow: string | null;
  /** The first day in the ground. */
  from: string;
  /** When it is ripe. */
  ripe: string | null;
  /** The last day in the ground. */
  until: string;
  /** How many of the harvests it gives: more than one for what is cut or picked again and again. */
  serves: number;
  /** Why that day is not for it, if it is not; it is told and left out. */
  gate: Gate | null;
  /** Its ground, where there is any; several pieces if it must be. */
  places: ([BedId, Rect])[];
  /** Plants that find no ground. */
  left_over: number;
  /** What would be planted. */
  placings: Placing[];
};

/** What so many seeds in each hole do: how many of a hundred holes are filled, and how many holes a stand takes. */
export type SowingSum = {
  /** Seeds in each hole. */
  seeds: number;
  /** Of a hundred holes so many are filled. */
  filled: number;
  /** Holes that are sown so that the stand is filled with the certainty asked for; nothing where it would take more than ten times as many. */
  holes: number | null;
};

/** A pair of distances between holes. */
export type Spacing = {
  /** Along the bed, or along the trellis when it climbs one. */
  along: Length;
  /** Across the bed. */
  across: Length;
};

/** How a crop comes up: a heat sum above a base temperature of the soil. */
export type Sprout = {
  /** Soil below it brings nothing up \[°C\]. */
  base: number;
  /** Heat sum until half of the seed is up \[°C d\]. */
  sum: number;
  /** Soil in which it is up soonest \[°C\]. */
  best: number;
  /** Soil above it brings nothing up \[°C\]; from the best on the pace falls to nothing there. */
  most: number;
  /** Source key. */
  source: string;
};

/** Ground asked for and ground there, before anything is looked for. */
export type SquaresAsked = {
  /** Squares each wish asks for, in the order of the list. */
  asked: number[];
  /** Squares of ground that are free on their days; part squares are counted at their size. */
  there: number;
  /** Where more are asked for than there are, the plants to leave out that cost least: the wish, plants, squares they free. */
  cuts: ([number, number, number])[];
};

/** One planting of a fitted grouping. */
export type Stage = {
  /** What is planted, where and when. */
  place: Placing;
  /** Plants that find room. */
  plants: number;
  /** What it waits for. */
  after: After | null;
};

/** What stood in a bed, or some sections of it, in a growing year. */
export type Stand = {
  /** The bed. */
  bed: BedId;
  /** The growing year. */
  year: number;
  /** The first section it stood in, from 0. */
  first_section: number;
  /** The last section it stood in. */
  last_section: number;
  /** What stood. */
  stood: Stood;
  /** Its rotation family. */
  family: string;
};

/** What one planting did. */
export type StandRecord = {
  /** The patch. */
  patch: PatchId;
  /** Its bed. */
  bed: BedId;
  /** When it began to stand there. */
  from: string;
  /** Days until it was up, where it was sown in its place. */
  up_after: number | null;
  /** How many came up of how many sown. */
  up: [number, number] | null;
  /** When it was first picked. */
  picked_on: string | null;
  /** Days until then, counted as its packet does. */
  days: number | null;
  /** What was picked of it, in each unit. */
  picked: Amount[];
  /** How it ended. */
  ended: Ending | null;
};

/** How a piece of ground stands to a wish in a year. */
export type Standing = {
  is: "legal";
  years: number | null;
} | {
  is: "at-the-limit";
  years: number;
} | {
  is: "too-soon";
  year: number;
  years: number;
  interval: number;
} | {
  is: "not-free";
  free: number;
} | {
  is: "lacks";
  need: string;
};

/** The starts of one way of growing a crop in a year. */
export type Starts = {
  /** The crop. */
  crop: string;
  /** The way of growing it. */
  way: string;
  /** How it usually comes to the ground. */
  means: Means;
  /** When it may: by its usual means first, then under a low tunnel by the same, then by others, each in order of days. None where the year has no day for it by any. */
  windows: Window[];
  /** What shuts the year's best day for its usual means, where that has none. */
  shut_by: Gate | null;
  /** The latest start by its usual means, by custom and by the reckoning; nothing where custom has none. */
  latest: LatestStart | null;
};

/** What a weather station's daily file says, condensed when it was read. The file itself is not kept. */
export type Station = {
  /** What the household calls it, 1 to 60 letters. */
  name: string;
  /** The first day in the file. */
  first: string;
  /** The last day in the file. */
  last: string;
  /** Days with a high and a low. */
  days: number;
  /** Days between the first and the last that are missing. */
  missing: number;
  /** Means of the months. */
  monthly: Monthly;
  /** Mean rain of the months, whole millimetres, where the file has it. */
  rain_mm: [number, number, number, number, number, number, number, number, number, number, number, number] | null;
  /** The frosts, year by year; only years of which both halves are there. */
  years: StationYear[];
};

/** A station's file as it was read, before anything is kept. */
export type StationRead = {
  /** What would be kept. */
  station: Station;
  /** The columns taken: date, low, high, and rain where there is one. */
  columns: string[];
  /** Temperatures were in Fahrenheit. */
  fahrenheit: boolean;
  /** Rain was in inches. */
  inches: boolean;
  /** The longest stretches of missing days, first and last day. */
  gaps: ([string, string])[];
};

/** The frosts of one growing year at a station. */
export type StationYear = {
  /** The growing year. */
  year: number;
  /** Days of it in the file. */
  days: number;
  /** The last day of its first half with a low of 0 °C or less; nothing if there was none. */
  last_frost: string | null;
  /** The first such day of its second half. */
  first_frost: string | null;
};

/** A planting that stays. */
export type Staying = {
  /** The planting. */
  patch: PatchId;
  /** Why it stays. */
  why: Stays;
};

/** Why a planting stays where it is while its bed is arranged. */
export type Stays = "locked" | "begun" | "shares-ground" | "marked-row";

/** A stick to cut. */
export type Stick = {
  /** How long, to the tape's mark. */
  long: Length;
  /** What it is for. */
  uses: StickUse[];
};

/** Between which things a stick is laid. */
export type StickBetween = "stems" | "lines" | "edge";

/** What a stick is for. */
export type StickUse = {
  /** The planting's number on the sheet. */
  number: number;
  /** Between which things it is laid. */
  between: StickBetween;
};

/** What is remembered to have stood: a crop when the household knows it, else its family. */
export type Stood = {
  what: "crop";
  key: string;
} | {
  what: "family";
  key: string;
};

/** The answer about one wish and one year. */
export type Straight = {
  /** The wish. */
  wish: WishId;
  /** The growing year. */
  year: number;
  /** Each piece of ground and how it stands, the best first. */
  lines: ([Piece, Standing])[];
};

/** A stretch of ground on one axis: two of the three, in half squares. */
export type Stretch = {
  /** From the left end or the far side. */
  start: number | null;
  /** From the right end or the near side. */
  end: number | null;
  /** How long it is. */
  size: number | null;
};

/** What is strewn over a patch. */
export type Strewn = {
  by: "count";
  of: number;
} | {
  by: "grams";
  of: number;
};

/** A crop that is ready in time. */
export type Suits = {
  /** The crop. */
  crop: string;
  /** The way of growing it. */
  way: string;
  /** Plants that find room. */
  plants: number;
  /** The first day on which it may start there. */
  from: string;
  /** Days it takes there, as the warmth goes. */
  days: number;
  /** It does a neighbour good, or a neighbour it. */
  helps: boolean;
};

/** The sum behind a count: `fits` holes find room by the pattern, `holes` are used, fewer of them or more at a smaller distance, and each has `per_hole` plants. */
export type Sum = {
  /** The ground the patch really covers. */
  ground: Ground;
  /** The school by which it is laid. */
  school: School;
  /** The distance between holes; in rows, in the row and between rows. */
  spacing: Spacing;
  /** Where that distance comes from. */
  distance_from: DistanceFrom;
  /** How the holes lie. */
  pattern: Pattern;
  /** Sides where it may grow out over the board, so that its holes may stand nearer to it. */
  spills: Reach;
  /** The bed's margin at its boards, where it takes ground from them or gives them some. */
  margin: Length | null;
  /** Holes for which the bed's outline leaves no ground, and are left out. */
  outside: number;
  /** Holes that would lie under a brace, and are left out. */
  under_braces: number;
  /** Holes that find room. */
  fits: number;
  /** The distance at which they stand where more are planted than find room. */
  crowded: Spacing | null;
  /** Holes used. */
  holes: number;
  /** Seeds, sets or plants put into each hole. */
  in_each: number;
  /** Plants left to grow in each hole. */
  per_hole: number;
  /** Plants in all. */
  plants: number;
  /** What it wants to eat, in percent of what the square-foot number would: more in the close school. */
  feeding_percent: number;
};

/** What is taken to make what is planted: 2 to 3 bulbs for 24 cloves. */
export type Taken = {
  /** What it is, one and more. */
  one: [string, string];
  /** How many: if all goes well, and to be sure. */
  many: [number, number];
};

/** A household's own count, and what it really comes to. */
export type Tally = {
  /** Rows counted. */
  rows: number;
  /** Plants in each. */
  each: number;
  /** What the household says it comes to. */
  said: number;
  /** What it comes to. */
  makes: number;
  /** The rows that would make what was said, when whole rows do. */
  rows_for_it: number | null;
};

/** A length such as 3'6" or 107 cm; a number is tenths of a millimetre. */
export type Tape = number | string;

/** What a tape's words mean. */
export type TapeReading = {
  /** The length in tenths of a millimetre. */
  tenths_mm: number;
  /** On an imperial tape. */
  imperial: string;
  /** On a metric tape. */
  metric: string;
};

/** One entry of the calendar. */
export type Task = {
  /** The same work on the same patch has the same key, whenever it is to be done. */
  key: string;
  /** The day. */
  day: string;
  /** What is done. */
  work: Work;
  /** The patch it is for. */
  patch: PatchId;
  /** Its bed. */
  bed: BedId;
  /** The crop's key. */
  crop: string;
  /** Cells to sow on the shelf, or plants in the ground. */
  number: number;
  /** The entry in words. */
  said: string;
  /** The day is a guess from the usual warmth, not a plan. */
  guess: boolean;
};

/** A temperature in tenths of a degree Celsius, as it was said or read. */
export type TenthsC = number;

/** A family back too soon in a piece of ground. */
export type Tie = {
  /** Its number on the page, from 1. */
  number: number;
  /** The family, or the crop's family where only spots count. */
  family: string;
  /** The crop, where only spots count. */
  crop: string | null;
  /** What it is called in the search: the family, or a part of it that waits otherwise. */
  sort: string;
  /** It is out before it does harm, so that it waits half as long. */
  half: boolean;
  /** The other family after which it comes too soon, where that is not its own. */
  after: string | null;
  /** Where. */
  at: Piece;
  /** The earlier year. */
  earlier: number;
  /** The later year. */
  later: number;
  /** Years it should have waited. */
  interval: number;
  /** Whether both stands are planted or past, so that no plan can help it. */
  planted: boolean;
  /** Whether both years are past. */
  past: boolean;
};

/** Which clash is meant. */
export type TieKey = {
  /** What it is called in the search: see [`Tie::sort`]. */
  sort: string;
  /** Where. */
  at: Piece;
  /** The earlier year. */
  earlier: number;
  /** The later year. */
  later: number;
};

/** What the household said or expects of a patch's time, beside the plan's first and last day. */
export type Timing = {
  /** How it comes to the ground; nothing means as is usual for its crop. */
  means: Means | null;
  /** When it was or will be sown on the shelf, when not the usual weeks before. */
  sown: string | null;
  /** When bought plants arrive. */
  arrives: string | null;
  /** Seedlings of a hundred that come to be planted, when not as the shelf's; 10 to 100. */
  survival: number | null;
  /** The days its packet gives, when they are not the catalogue's; 10 to 400, counted from where the catalogue counts them. */
  packet: number | null;
  /** When its ground is expected to be free, when that is not the plan's last day. */
  free_on: string | null;
  /** It is one of several sowings made to learn which date is best, by their common number. */
  trial: number | null;
};

/** The tin on a day. */
export type Tin = {
  /** The day. */
  on: string;
  /** The last day of what is planned and counted: a year on. */
  until: string;
  /** Its lots: by their crops' names, the oldest first. */
  lots: LotLine[];
  /** What is going to be sown of each crop or variety, the first first. */
  needs: SeedNeed[];
  /** What there is more of than is planned until it is too old, what will not keep first; nothing where nothing is planned. */
  over: SeedOver[];
};

/** One thing to settle, under its number on the drawing. */
export type ToSettle = {
  /** From 1, by day. */
  number: number;
  /** The day it comes to bear. */
  day: string;
  /** What it is. */
  what: Unsettled;
};

/** What several wants of one crop come to. */
export type Together = {
  /** How many wants that are known to come to something. */
  wants: number;
  /** Plants, least and most. */
  plants: [number, number];
  /** Ground \[hundredths of a square\]. */
  ground: [number, number];
};

/** What a search tells, each as a server-sent event of that name with what it tells as JSON. */
export type Told = {
  event: "waiting";
  data: {
    /** Searches that have theirs before. */
    before: number;
  };
} | {
  event: "going";
  data: Found;
} | {
  event: "done";
  data: Found;
} | {
  event: "stopped";
  data: Found;
} | {
  event: "refused";
  data: {
    /** Why, in a sentence. */
    said: string;
    /** Why, for the page. */
    refusal: Refusal;
  };
};

/** What is taken in hand, in the order in which a walk with it makes sense. */
export type Tool = "pots" | "basket" | "seed" | "trowel" | "hands" | "string" | "net" | "hoe" | "fork" | "can";

/** Something that gardeners do differently. */
export type TopicTold = {
  /** Its key. */
  key: string;
  /** The question. */
  ask: string;
  /** The key of the school that holds. */
  chosen: string;
  /** The ways of doing it, the usual one first. */
  schools: CareSchool[];
};

/** What is known of the best plan while it is looked for. */
export type Towards = {
  /** The best plan so far, when it is another one than was told before. */
  entries: Entry[] | null;
};

/** A town. */
export type Town = {
  /** Its name. */
  name: string;
  /** The two letters of its country (ISO 3166). */
  country: string;
  /** The letters of its state or province, where it has any; may be empty. */
  state: string;
  /** Where it lies. */
  latitude: Latitude;
  /** Where it lies. */
  longitude: Longitude;
  /** People who live there. */
  people: number;
};

/** What was done to seed before it was sold. */
export type Treated = "dressed" | "pelleted" | "primed";

/** A trellis along the bed's length, at a distance from the far side. */
export type Trellis = {
  /** Distance from the far long side (y = 0). */
  from_far: Length;
  /** Where it begins, from the left end. */
  start: Length;
  /** Where it ends, from the left end. */
  end: Length;
};

/** A trellis line as typed: along the bed, its whole length unless said otherwise. */
export type TrellisDraft = {
  /** Distance from the far side. */
  from_far: Tape;
  /** Where it begins, from the left end. */
  start?: Tape | null;
  /** Where it ends, from the left end. */
  end?: Tape | null;
};

/** What a trellis would shade, grown over, before it is built. */
export type TrellisShade = {
  /** Where it stands, from the far side. */
  from_far: Length;
  /** How far its shadow reaches at noon in midsummer. */
  long: Length;
  /** Ground of its own bed under that shadow, in hundredths of a square. */
  centisquares: number;
};

/** Something about a patch's time that is not as it should be. */
export type Trouble = {
  is: "bad-start";
  /** Why. */
  gate: Gate;
  /** The nearest good day, if this year has one. */
  nearest: string | null;
} | {
  is: "too-old";
  /** Weeks they have by then. */
  weeks: number;
  /** The most they may have, held over in a bigger pot. */
  most: number;
  /** When to sow again so that they are ready on that day. */
  sow: string;
} | {
  is: "too-young";
  /** Weeks they have by then. */
  weeks: number;
  /** The least they should have. */
  least: number;
} | {
  is: "cleared-early";
  /** When it is ripe. */
  ripe: string;
  /** The part of its weight it has when cleared, per cent. */
  percent: number;
} | {
  is: "never-ripe";
} | {
  is: "winter-kills";
  /** The coldest air that it bears in winter \[whole °C\]. */
  bears_c: number;
  /** The chance that one of the nights of its first year here is colder, per cent. */
  percent: number;
};

/** A change of what a household said about its turns; several are made as one. */
export type TurnChange = {
  turn: "set-rules";
  years: number;
  school: TurnSchool;
  unit: TurnsUnit;
  covers_count: boolean;
} | {
  turn: "shade";
  bed: BedId;
  shady: boolean;
} | {
  turn: "divide";
  bed: BedId;
  divided: boolean;
} | {
  turn: "trellis";
  bed: BedId;
} | {
  turn: "set-family";
  family: string;
  values: [number, number] | null;
} | {
  turn: "find";
  bed: BedId;
  family: string;
  found: [string, number] | null;
} | {
  turn: "wish";
  wish: WishDraft;
} | {
  turn: "change-wish";
  id: WishId;
  wish: WishDraft;
} | {
  turn: "remove-wish";
  id: WishId;
} | {
  turn: "pin";
  pin: Pinned;
  fixed: boolean;
} | {
  turn: "close";
  closing: Closing;
  closed: boolean;
} | {
  turn: "dont-know";
  unknown: Unknown;
  is: boolean;
} | {
  turn: "remember";
  bed: BedId;
  section: number | null;
  year: number;
  words: string;
} | {
  turn: "keep-plan";
  name: string;
  entries: Entry[];
} | {
  turn: "follow-plan";
  id: TurnPlanId;
} | {
  turn: "forget-plan";
  id: TurnPlanId;
};

/** A plan for some years, kept by name. */
export type TurnPlan = {
  /** Its number in the garden. */
  id: TurnPlanId;
  /** Its name, unique in the garden, 1 to 60 letters. */
  name: string;
  /** Whether it is the one that is followed; one at most is. */
  followed: boolean;
  /** What goes where. */
  entries: Entry[];
};

/** The number of a kept plan within its garden, from 1. */
export type TurnPlanId = number;

/** A plan for the years ahead, and what is known about better ones. */
export type TurnProposal = {
  /** What goes where. */
  entries: Entry[];
  /** What is against it. */
  against: Against;
  /** Whether no plan is better. */
  proven: boolean;
  /** Entries of the plan before that are not where they were. */
  moved: number;
};

/** Which rule leads. */
export type TurnSchool = "family-first" | "feeding-first" | "never-the-same-spot";

/** A wish with its number. */
export type TurnWish = {
  /** Its number in the garden. */
  id: WishId;
  /** What is wished. */
  wish: WishDraft;
};

/** All that a household said about its turns. */
export type Turns = {
  /** How many years are planned, 1 to 8. */
  years: number;
  /** Which rule leads. */
  school: TurnSchool;
  /** What counts as the same ground. */
  unit: TurnsUnit;
  /** Whether green manures and winter covers count as stands of their families. */
  covers_count: boolean;
  /** Beds that are in half shade. */
  shady: BedId[];
  /** Beds whose sections count as two halves each. */
  divided: BedId[];
  /** Own values of families. */
  families: OwnFamily[];
  /** What was found in the soil. */
  findings: SoilFinding[];
  /** What is wanted. */
  wishes: TurnWish[];
  /** What is fixed. */
  pins: Pinned[];
  /** What lies fallow. */
  closed: Closing[];
  /** What nobody knows. */
  unknown: Unknown[];
  /** Kept plans. */
  plans: TurnPlan[];
};

/** What counts as the same ground. */
export type TurnsUnit = "bed" | "section" | "square";

/** The years of a garden, with a plan. */
export type TurnsView = {
  /** The earliest year shown. */
  from: number;
  /** The first year that is planned. */
  first: number;
  /** The last year that is planned. */
  until: number;
  /** The pieces of ground. */
  plots: Plot[];
  /** What is in them. */
  cells: Cell[];
  /** What comes back too soon. */
  ties: Tie[];
  /** What is worth saying. */
  notes: Note[];
  /** What lacks squares: the wish, the year, how many. */
  short: ([WishId, number, number])[];
  /** Wishes that want what too little ground here has, and why they are short of it however much lies empty. */
  lacking: Lacking[];
  /** What is spread over several pieces of ground: the wish, the year, how many. */
  spread: ([WishId, number, number])[];
  /** What is against the plan, counted. */
  against: Against;
  /** Interval and risk of each family in the household's own values, by key. */
  values: ([string, number, number])[];
  /** Beds and years of which nobody knows what stood there. */
  unknown: ([BedId, number])[];
};

/** What is counted. */
export type Unit = "pieces" | "grams" | "bunches" | "handfuls" | "buckets" | "percent";

/** The household's measures. They also fix the square: 12 in or 30 cm, never mixed in one garden. */
export type Units = "imperial" | "metric";

/** A bed and year of which nobody knows what stood there. */
export type Unknown = {
  /** The bed. */
  bed: BedId;
  /** The growing year. */
  year: number;
};

/** What there is to settle in a year. */
export type Unsettled = {
  about: "patch";
  /** The patch. */
  patch: PatchId;
  /** What. */
  trouble: Trouble;
} | {
  about: "hand-off";
  /** What stands first. */
  first: PatchId;
  /** What follows. */
  then: PatchId;
} | {
  about: "shelf";
  /** Which of the overflows, from 0. */
  overflow: number;
};

/** Why a school is not offered for a way of growing a crop. */
export type Unsuited = "needs-air" | "climbs" | "planted";

/** What is usual on one day. */
export type UsualDay = {
  /** The low of the night \[°C\]. */
  low: number;
  /** The high of the day \[°C\]. */
  high: number;
  /** Soil at sowing depth in open ground \[°C\]. */
  soil: number;
  /** Daylight \[hours\]. */
  hours: number;
  /** Degree days above 10 °C since the growing year began, by the single sine \[°C d\]. */
  degree_days: number;
};

/** A variety of a crop, as the household knows it. Whatever it does not say comes from the crop. */
export type Variety = {
  /** Its number. */
  id: VarietyId;
  /** The key of the crop that it is one of. */
  crop: string;
  /** The key of the book's way in which it is grown. */
  way: string;
  /** What it is called, up to 60 letters. */
  name: string;
  /** Of which kind it is, by the matters in which kinds of its crop differ: 'sugar' is 'extra-sweet'. */
  kinds: Record<string, string>;
  /** What its packet says. */
  packet: Packet;
  /** The distance that worked here, whatever packet and book say. */
  own_distance: Spacing | null;
  /** The colour of its leaf, flower or fruit, in words of its own, up to 40 letters. */
  colour: string;
  /** What else there is to say, up to 200 letters. */
  note: string;
  /** It did badly and is to have one more chance, elsewhere. */
  again: boolean;
};

/** A variety as typed. */
export type VarietyDraft = {
  /** The key of its crop. */
  crop: string;
  /** The key of the book's way in which it is grown. */
  way: string;
  /** What it is called. */
  name: string;
  /** Its kind in each matter that is said. */
  kinds: Record<string, string>;
  /** The packet's days, least and most. */
  days: [number, number] | null;
  /** From when they are counted; nothing means as the book does. */
  counted_from: CountedFrom | null;
  /** The packet's distance, along and across. */
  distance: [Tape, Tape] | null;
  /** The packet's depth. */
  depth: Tape | null;
  /** The packet's height. */
  height: Tape | null;
  /** What was done to the seed. */
  treated: Treated | null;
  /** The distance that worked here, along and across. */
  own_distance: [Tape, Tape] | null;
  /** Its colour. */
  colour: string;
  /** What else there is to say. */
  note: string;
  /** It is to have one more chance, elsewhere. */
  again: boolean;
};

/** The number of a variety within its garden, from 1. */
export type VarietyId = number;

/** A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone. */
export type VarietyListNow = {
  /** New, or otherwise than before. */
  now: Variety[];
  /** Gone. */
  gone: VarietyId[];
};

/** A volume in millilitres \[ml\]; containers from half a litre to two cubic metres are believed. */
export type Volume = number;

/** A volume such as 15 gal or 57 l; a number is millilitres. */
export type VolumeText = number | string;

/** What the household would like to have of a crop. */
export type Want = {
  /** Its number. */
  id: WantId;
  /** The key of the crop. */
  crop: string;
  /** The household's variety, where it is to be that one. */
  variety: VarietyId | null;
  /** How much. */
  amount: WantAmount;
  /** What for. */
  purpose: Purpose;
  /** All of it is wanted in one week, to be put up at once. */
  at_once: boolean;
  /** What the household would pay for all of it, in hundredths of its money. */
  worth: number | null;
  /** What else there is to say, up to 200 letters. */
  note: string;
};

/** How much is wanted in a year. */
export type WantAmount = {
  by: "weight";
  /** Grams. */
  grams: number;
} | {
  by: "pieces";
  /** How many. */
  many: number;
} | {
  by: "bunches";
  /** How many. */
  many: number;
} | {
  by: "jars";
  /** How many. */
  many: number;
  /** What one holds \[ml\]. */
  ml: number;
} | {
  by: "meals";
  /** How many eat. */
  people: number;
  /** Every so many days. */
  every: number;
  /** The first month, 1 to 12. */
  from: number;
  /** The last month; before the first one, it is of the next year. */
  until: number;
};

/** A want as typed. */
export type WantDraft = {
  /** The key of the crop. */
  crop: string;
  /** The household's variety. */
  variety?: VarietyId | null;
  /** How much. */
  amount: WantAmount;
  /** What for. */
  purpose: Purpose;
  /** All of it in one week. */
  at_once: boolean;
  /** What all of it would cost, in hundredths of the household's money. */
  worth?: number | null;
  /** What else there is to say. */
  note: string;
};

/** The number of a want within its garden, from 1. */
export type WantId = number;

/** What a want comes to. */
export type WantLine = {
  /** The want. */
  want: WantId;
  /** What it comes to. */
  sum: WantSum | null;
  /** Why that is not known, where it is not. */
  lacks: Lacks | null;
  /** Its sowings, where it is had through some months by more than one. */
  series: HarvestSeries | null;
  /** Plants of it in the plan of the year, in all. */
  planned: number;
  /** Plants of those that were sown or planted. */
  sown: number;
  /** What was picked of them \[g\]; what was not weighed is not in it. */
  picked: number;
  /** What all wants of its crop, or of its variety where it names one, come to together. */
  together: Together;
  /** How the plan meets those. */
  met: Met;
  /** Where all of it is wanted in one week: the household's variety that is picked for the fewest days, where it takes fewer plants. */
  sooner: Sooner | null;
  /** What else that is wanted its ground could give at about the same time, what gives most meals first: the middle of its ground, as far as there is so much, once. */
  instead: Instead[];
};

/** A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone. */
export type WantListNow = {
  /** New, or otherwise than before. */
  now: Want[];
  /** Gone. */
  gone: WantId[];
};

/** What a want comes to in plants and ground. */
export type WantSum = {
  /** What it weighs as it is picked \[g\]. */
  grams: number;
  /** What one plant gives \[g\], least and most. */
  gives: [number, number];
  /** That is what plants gave here, by so many plantings that were weighed; nothing where it is the book's. */
  weighed: number | null;
  /** Plants, least and most. */
  plants: [number, number];
  /** Ground of all of them \[hundredths of a square\]. */
  ground: [number, number];
  /** The first and the last day on which they usually stand. */
  stands: [string, string];
  /** Sowings, so that it is there through as much of its months as can be. */
  sowings: number;
  /** Weeks of ground of one sowing, in the year. */
  weeks: number;
  /** It stays for years, and holds its ground through all of each. */
  stays: boolean;
  /** Of meals through some months, when they can be had. */
  had: CanBeHad | null;
  /** A square planted with it gives so much \[g\], least and most. */
  square_gives: [number, number];
  /** That is so many meals of one person, least and most. */
  square_meals: [number, number];
  /** That would cost so much, least and most, in hundredths of the household's money; nothing where it did not say what it would pay. */
  square_worth: [number, number] | null;
  /** Ground of one plant as it is grown here, and by the book's distance \[ten thousandths of a square\]. */
  takes: [number, number];
  /** The days on which its sowings go into the ground, in their order. */
  starts: string[];
};

/** A crop, or a variety of it, of which something is wanted. */
export type Wanted = {
  /** The key of the crop. */
  crop: string;
  /** The household's variety; nothing for wants that name none. */
  variety?: VarietyId | null;
};

/** The wants of a growing year against its ground. */
export type Wants = {
  /** The year. */
  year: number;
  /** The wants, those that hold their ground longest first. */
  wants: WantLine[];
  /** Ground of all beds \[hundredths of a square\]. */
  ground: number;
  /** What the wants take of it in each month of the year, from its first, least and most \[hundredths of a square\]. */
  months: MonthTaken[];
  /** What they come to as wishes for the years ahead, each crop and variety once. */
  wished: Wished[];
  /** Where the middle of what is wanted is more than there is in some month: what could be less, the cheapest first. */
  cuts: Cut[];
};

/** Where the year's warmth is taken from. */
export type WarmthFrom = "place" | "months" | "station";

/** What a warning is kept under: what it is about, and where there are several, which: `shade:4`, `soon:cabbage:2025`. */
export type WarningKey = string;

/** One way of growing a crop, with the figures that depend on it. */
export type Way = {
  /** Its key within the crop. */
  key: string;
  /** What a gardener calls it: 'full head', 'staked to one stem'. */
  name: string;
  /** Distances in the square-foot school, in twelfths of a square's side (an inch of a 12 in square). */
  square_twelfths: [number, number];
  /** In the row and between rows, where it is grown in rows. */
  row: [Length, Length];
  /** How wide its canopy grows. */
  spread: Length;
  /** How high it grows. */
  height: Length;
  /** The least depth of soil in which it is worth growing, where that is more than a few inches (common practice). */
  least_soil: Length;
  /** Days to maturity, least and most. */
  days: [number, number];
  /** From when those days are counted. */
  counted_from: CountedFrom;
  /** Whether it wants a trellis, stakes, a cage or poles. */
  trellis: boolean;
  /** Whether its vines may grow out over the edge of a bed. */
  spills: boolean;
  /** Whether it is grown for its ground, as a green manure or winter cover, and not to be eaten. */
  cover: boolean;
  /** How much seed of a cover is strewn on a square metre \[g\]. */
  grams_a_square_metre: number | null;
  /** What it must not cross with if its ears or seed are to come true: ways of one crop with unlike strains are kept apart in time. */
  strain: string | null;
  /** Plants in each hole: more than one for multi-sown clumps. */
  per_hole: number;
  /** Plants that are raised together in one cell and parted when they are planted; nothing where each has a cell of its own. */
  parted: number | null;
  /** The ground it is first put down on, in half squares; follows from its distances, whatever the units. */
  starter: [number, number];
  /** The soil it wants, of the figures of its season. */
  soil: SoilWants;
  /** The household's variety that is grown so; nothing in the book's own ways. */
  variety: OfVariety | null;
  /** The distance of a crop of the household's own, where it is said, in place of the square-foot school's. */
  distance: Spacing | null;
};

/** What all plantings of a way did, as far as it was written down. */
export type WayRecord = {
  /** Its plantings of which anything is known, the first first. */
  stands: StandRecord[];
  /** From when its days are counted. */
  counted_from: CountedFrom;
  /** Days until it was first picked, the least and the most of all years; nothing where nobody wrote both down. */
  days: [number, number] | null;
  /** How many came up of how many sown, of all sowings of which both were counted. */
  up: [number, number] | null;
};

/** The usual weather, drawn above the bands: one value for each week from the year's first day. */
export type WeatherBand = {
  /** Where it comes from. */
  from: WarmthFrom;
  /** Only the latitude is known: the year is a guess. */
  by_latitude: boolean;
  /** How much warmer all nights are taken than the place's own, to fit the frosts that are known \[°C\]. */
  nights_moved: number;
  /** Usual lows \[°C\]. */
  low: number[];
  /** Usual highs \[°C\]. */
  high: number[];
  /** Usual soil in open ground \[°C\]. */
  soil: number[];
  /** The chance of a killing frost the household takes, per cent. */
  chance: number;
  /** The chance, per cent, of a frost in the two weeks of nights from the needle's day on. */
  frost_percent: number;
  /** What is usual on the needle's day. */
  day: UsualDay;
};

/** One reason with its points. */
export type Weighed = {
  /** The reason. */
  why: Why;
  /** Points for it, negative against. */
  points: number;
};

/** How a finding weighs. */
export type Weight = "settle" | "note" | "good";

/** Why a patch is where it is. */
export type Why = {
  is: "room";
} | {
  is: "company";
  /** The neighbour's crop. */
  with: string;
  /** The relation's place in the catalogue. */
  relation: number;
} | {
  is: "reach";
  /** It is. */
  within: boolean;
} | {
  is: "shade";
  /** The taller crop. */
  by: string;
  /** The one in its shade. */
  on: string;
  /** The one in its shade is glad of it. */
  welcome: boolean;
} | {
  is: "too-soon";
} | {
  is: "trellis";
  /** There is. */
  there: boolean;
} | {
  is: "spill";
  /** There is. */
  there: boolean;
} | {
  is: "block";
  /** How many. */
  rows: number;
  /** Enough for the wind. */
  enough: boolean;
} | {
  is: "end";
  /** It is. */
  there: boolean;
} | {
  is: "shape";
} | {
  is: "tidy";
};

/** A run of days on which a crop may start. */
export type Window = {
  /** How it starts. */
  means: Means;
  /** What is stretched over it. */
  cover: Cover;
  /** The first day in the ground. */
  from: string;
  /** The first day on which the soil is as warm as it had better be; nothing when it is never within the window. */
  better: string | null;
  /** The last day in the ground with days to spare before time runs out, frost kills it or little is left to pick, as planting calendars leave them; the last day where something else ends the window. */
  spare: string;
  /** The last day in the ground. */
  until: string;
  /** The first and the last day on which seed goes on the shelf for it, where it is raised there. */
  inside: [string, string] | null;
  /** When the first and the last of it are ripe, where that is reckoned. */
  ripe: [string, string] | null;
  /** What keeps it from starting earlier. */
  opens: Gate;
  /** What keeps it from starting later. */
  closes: Gate;
};

/** A stand over winter. */
export type Winter = {
  /** The least of its packet's days that it has grown on the coldest day. */
  least: number;
  /** The most, where a larger plant fails. */
  most: number | null;
};

/** The end of a planting that stays over the winter for seed. */
export type Winters = {
  /** Half squares at its end that hold the fewest plants of which seed is taken; nothing where that is all of it. */
  half_squares: number | null;
  /** Plants on them. */
  plants: number;
  /** The day by which its seed is usually ripe. */
  until: string;
};

/** A crop wanted in the years ahead. */
export type WishDraft = {
  /** The crop's key. */
  crop: string;
  /** The household's variety; nothing where any will do. */
  variety: VarietyId | null;
  /** Squares in each of its years, 1 to 400. */
  squares: number;
  /** When it holds its ground, one part at least. */
  parts: Parts;
  /** What it asks for. */
  needs: Needs;
  /** In which years. */
  years: YearsOf;
  /** Whether it is planted the autumn before and stands over winter, like garlic. */
  winters: boolean;
  /** Whether a resistant variety is grown, which halves what a clash counts. */
  resistant: boolean;
};

/** The number of a wish within its garden, from 1. */
export type WishId = number;

/** The wants of a crop, or of a variety of it, against its wishes. */
export type Wished = {
  /** The key of the crop. */
  crop: string;
  /** The variety; nothing for wants that name none. */
  variety: VarietyId | null;
  /** The middle of what all wants of it take, in squares; nothing where nobody can say. */
  squares: number | null;
  /** What the wishes of it come to in a year. */
  wished: number;
  /** The wish that is changed; nothing where a new one is made. */
  wish: WishId | null;
  /** Squares of that wish when all wishes of it come to what is wanted; nothing where they do, or cannot. */
  becomes: number | null;
};

/** One word of a list, and what is known by it. */
export type Word = {
  /** As it was written. */
  said: string;
  /** What may be meant: one, several to choose among, or nothing. */
  of: Meant[];
  /** Where nothing is known by it, names that are written nearly so. */
  nearly: string[];
};

/** A kind of work, in the order in which it is done. */
export type Work = "soak" | "chit" | "chill" | "inoculate" | "take-cuttings" | "sow-inside" | "pot-on" | "arrive" | "harden" | "stake" | "sow-outside" | "plant-out" | "plant-sets" | "look-for" | "sow-again" | "thin" | "water" | "weed" | "mulch" | "guard" | "uncover" | "train" | "pinch" | "feed" | "earth-up" | "blanch" | "pollinate" | "pick" | "pick-again" | "pick-soon" | "lift" | "cure" | "store" | "clear" | "divide";

/** What is written down. */
export type Writing = {
  entries: AskedJournalEntry[];
};

/** What came of it. */
export type WrittenDown = {
  /** How many entries were new; the others were there already. */
  new: number;
};

/** In which years something is wanted. */
export type YearsOf = {
  /** Every year, every second year and so on, 1 to 8; counted from `first`, or from year 0. */
  every: number;
  /** The first year, if there is one. */
  first: number | null;
  /** The last year, if there is one. */
  last: number | null;
};

/** What a crop gives. */
export type Yield = {
  /** What one plant gives in a season, least and most \[g\], as it is picked. */
  grams: [number, number];
  /** What one piece of it weighs \[g\]; nothing for what is not counted. */
  piece: number | null;
  /** What one and more pieces are called. */
  pieces: [string, string] | null;
  /** What goes into a jar of one litre \[g\]; nothing for what is not put up so. */
  jar: number | null;
  /** What one eats of it at a meal \[g\]. */
  meal: number;
  /** The key of the source. */
  source: string;
};

/** The routes, by method and path. */
export interface Routes {
  /** Anyone: this description, as OpenAPI 3.1. */
  'GET /openapi.json': {
    answers: unknown;
  };
  /** Anyone: the JSON Schema of the garden file. */
  'GET /garden-file.schema.json': {
    answers: unknown;
  };
  /** Anyone: everything known of plants. */
  'GET /catalogue': {
    answers: Catalogue;
  };
  /** Anyone: what a tape's words mean. */
  'GET /tape': {
    asks: { read: string };
    answers: TapeReading;
  };
  /** Anyone: towns whose names begin so, the largest first. */
  'GET /towns': {
    asks: { name: string };
    answers: Town[];
  };
  /** Anyone: what the climate of a place is. */
  'GET /climate': {
    asks: { latitude: number; longitude?: number | null; height?: number | null };
    answers: PlaceClimate;
  };
  /** Anyone: makes an account and signs it in. */
  'POST /accounts': {
    reads: NewAccount;
    answers: Me;
  };
  /** Anyone: who is signed in, if anyone. */
  'GET /session': {
    answers: SessionView;
  };
  /** Anyone: signs in. */
  'POST /session': {
    reads: Credentials;
    answers: Me;
  };
  /** Anyone: signs out; the session has ended, wherever its cookie was copied to. */
  'DELETE /session': {
    answers: undefined;
  };
  /** Anyone: enters an invented household without a password; on a demo server only. */
  'POST /session/demo': {
    reads: DemoDoor;
    answers: Me;
  };
  /** Signed-in accounts: where the account is signed in. */
  'GET /account/sessions': {
    answers: SessionLine[];
  };
  /** Signed-in accounts: ends all other sessions of the account. */
  'DELETE /account/sessions': {
    answers: undefined;
  };
  /** Signed-in accounts: ends one of the account's sessions. */
  'DELETE /account/sessions/{session}': {
    at: { session: number };
    answers: undefined;
  };
  /** Signed-in accounts: sets a new password, and ends every other session. */
  'POST /account/password': {
    reads: PasswordChange;
    answers: undefined;
  };
  /** Anyone: sets a new password, and ends every session; for whoever holds a link that the operator made. */
  'POST /account/reset': {
    reads: PasswordReset;
    answers: undefined;
  };
  /** Signed-in accounts: everything the account owns, as one file with a garden file for each garden, those in the bin too. */
  'GET /account/export': {
    answers: GardenFiles;
  };
  /** Signed-in accounts: ends the account, with the gardens they own and all that is in them. */
  'POST /account/end': {
    reads: AccountEnding;
    answers: undefined;
  };
  /** Anyone: what it invites to; for whoever holds its link. */
  'POST /invitations/look': {
    reads: InvitationWord;
    answers: InvitationView;
  };
  /** Signed-in accounts: comes into the garden; for whoever holds its link. */
  'POST /invitations/accept': {
    reads: InvitationWord;
    answers: CameInto;
  };
  /** Signed-in accounts: the account's gardens in the bin. */
  'GET /bin': {
    answers: BinLine[];
  };
  /** Signed-in accounts: takes a garden out of the bin. */
  'DELETE /bin/{binned}': {
    at: { binned: number };
    answers: undefined;
  };
  /** Signed-in accounts: the gardens the account may see. */
  'GET /gardens': {
    answers: GardenLine[];
  };
  /** Signed-in accounts: makes a garden of one's own. */
  'POST /gardens': {
    reads: NewGarden;
    answers: GardenView;
  };
  /** Signed-in accounts: makes a garden of one's own from a file, or changes nothing. */
  'POST /gardens/import': {
    reads: AskedGardenFile;
    answers: GardenView;
  };
  /** Anyone with a role in the garden: the garden on a day. */
  'GET /gardens/{garden}': {
    at: { garden: number };
    asks: { on?: string | null };
    answers: GardenView;
  };
  /** Anyone with a role in the garden: another day, told by what is otherwise on it than on the day seen before. */
  'GET /gardens/{garden}/look': {
    at: { garden: number };
    asks: { on: string; was: string; revision: number; journal?: number; today: string };
    answers: Look;
  };
  /** Owners and helpers: carries out a command, or rehearses it. */
  'POST /gardens/{garden}/commands': {
    at: { garden: number };
    reads: Asking;
    answers: Carried;
  };
  /** Anyone with a role in the garden: answers a question that changes nothing. */
  'POST /gardens/{garden}/questions': {
    at: { garden: number };
    reads: Question;
    answers: Answer;
  };
  /** Anyone with a role in the garden: searches for the best, as server-sent events `waiting`, `going` and at last `done`, `stopped` or `refused`. Ending the request ends the search. */
  'POST /gardens/{garden}/searches': {
    at: { garden: number };
    reads: Search;
    answers: Told;
  };
  /** Anyone with a role in the garden: the setting-out drawing of a bed. */
  'GET /gardens/{garden}/beds/{bed}/sheet.svg': {
    at: { garden: number; bed: number };
    asks: { year: number; on?: string | null; paper?: "a4" | "letter"; keep?: boolean };
    answers: unknown;
  };
  /** Owners and helpers: reads a weather station's daily file and says what it holds; keeps nothing. */
  'POST /gardens/{garden}/station': {
    at: { garden: number };
    asks: { name: string };
    answers: StationRead;
  };
  /** Anyone with a role in the garden: the garden's work as an iCalendar file. */
  'GET /gardens/{garden}/calendar.ics': {
    at: { garden: number };
    answers: unknown;
  };
  /** Anyone with a role in the garden: the garden's work as a table. */
  'GET /gardens/{garden}/calendar.csv': {
    at: { garden: number };
    answers: unknown;
  };
  /** Owners and helpers: whether there is a private link to the calendar. */
  'GET /gardens/{garden}/calendar': {
    at: { garden: number };
    answers: CalendarAt;
  };
  /** Owners and helpers: gives a private link, which ends the one before. It is told once, and ends with the membership. */
  'POST /gardens/{garden}/calendar': {
    at: { garden: number };
    answers: CalendarAt;
  };
  /** Owners and helpers: revokes the private link. */
  'DELETE /gardens/{garden}/calendar': {
    at: { garden: number };
    answers: undefined;
  };
  /** Anyone with a role in the garden: what was changed, by whom and when, the latest first. */
  'GET /gardens/{garden}/changes': {
    at: { garden: number };
    asks: { before?: number | null };
    answers: ChangeLine[];
  };
  /** Anyone with a role in the garden: the entries of some days that hold, in the order they were written. */
  'GET /gardens/{garden}/journal': {
    at: { garden: number };
    asks: { from: string; until: string; patch?: number | null };
    answers: JournalLine[];
  };
  /** Owners and helpers: writes entries down. Each is kept once, however often it is sent. */
  'POST /gardens/{garden}/journal': {
    at: { garden: number };
    reads: Writing;
    answers: WrittenDown;
  };
  /** Anyone with a role in the garden: all that was ever written down, as a file. */
  'GET /gardens/{garden}/journal.json': {
    at: { garden: number };
    answers: JournalFile;
  };
  /** Anyone with a role in the garden: what holds of it, as a table. */
  'GET /gardens/{garden}/journal.csv': {
    at: { garden: number };
    answers: unknown;
  };
  /** Owners and helpers: reads a journal from its file, JSON or table. What is there already stays as it is; all of it is read, or nothing. */
  'POST /gardens/{garden}/journal/import': {
    at: { garden: number };
    reads: AskedJournalFile;
    answers: WrittenDown;
  };
  /** Anyone with a role in the garden: its varieties, its crops of its own, or its lots of seed, as a table. */
  'GET /gardens/{garden}/list.csv': {
    at: { garden: number };
    asks: { of: "varieties" | "own-crops" | "lots" };
    answers: unknown;
  };
  /** Owners and helpers: reads such a table and says what stands in it; keeps nothing. The command `keep-list` does. */
  'POST /gardens/{garden}/list': {
    at: { garden: number };
    asks: { of: "varieties" | "own-crops" | "lots" };
    answers: Listed;
  };
  /** Owners and helpers: keeps a picture under its number, once, however often it is sent. */
  'PUT /gardens/{garden}/photos/{picture}': {
    at: { garden: number; picture: string };
    reads: NewPhoto;
    answers: undefined;
  };
  /** Anyone with a role in the garden: a picture. */
  'GET /gardens/{garden}/photos/{picture}': {
    at: { garden: number; picture: string };
    answers: unknown;
  };
  /** Owners and helpers: takes a picture away for good; entries that name it stay; helpers only what they kept themselves. */
  'DELETE /gardens/{garden}/photos/{picture}': {
    at: { garden: number; picture: string };
    answers: undefined;
  };
  /** Anyone with a role in the garden: all pictures as one archive, each named by its number. */
  'GET /gardens/{garden}/photos.tar': {
    at: { garden: number };
    answers: unknown;
  };
  /** Owners and helpers: takes back one's own last change, or the one of a number; the owner anyone's. */
  'POST /gardens/{garden}/undo': {
    at: { garden: number };
    asks: { on?: string | null; season?: boolean; number?: number | null };
    answers: Outcome;
  };
  /** Owners and helpers: does again what one took back, or the change of a number; the owner anyone's. */
  'POST /gardens/{garden}/redo': {
    at: { garden: number };
    asks: { on?: string | null; season?: boolean; number?: number | null };
    answers: Outcome;
  };
  /** Anyone with a role in the garden: the garden as a file. */
  'GET /gardens/{garden}/export': {
    at: { garden: number };
    answers: GardenFile;
  };
  /** Anyone with a role in the garden: who may come in, and to the owner who is invited. */
  'GET /gardens/{garden}/members': {
    at: { garden: number };
    answers: Members;
  };
  /** The owner: changes what a member may do. */
  'PUT /gardens/{garden}/members/{member}': {
    at: { garden: number; member: number };
    reads: RoleWanted;
    answers: undefined;
  };
  /** Anyone with a role in the garden: removes a member; members but the owner leave by it. */
  'DELETE /gardens/{garden}/members/{member}': {
    at: { garden: number; member: number };
    answers: undefined;
  };
  /** The owner: makes a link by which one person may come in, to help or to look. */
  'POST /gardens/{garden}/invitations': {
    at: { garden: number };
    reads: RoleWanted;
    answers: Invited;
  };
  /** The owner: takes an invitation back. */
  'DELETE /gardens/{garden}/invitations/{invitation}': {
    at: { garden: number; invitation: number };
    answers: undefined;
  };
  /** The owner: hands the garden over to another member, and helps in it from then on. */
  'POST /gardens/{garden}/owner': {
    at: { garden: number };
    reads: MemberNumber;
    answers: undefined;
  };
  /** The owner: puts the garden into the bin, where it stays for thirty days. */
  'POST /gardens/{garden}/bin': {
    at: { garden: number };
    reads: NameTyped;
    answers: undefined;
  };
}
