// The limits of what is typed. Written by `cargo xtask generate`.
/** The least and the most of numbers. */
export const LIMITS = {
  neighbour: [1, 5000],
  inEach: [1, 20],
  closePercent: [60, 95],
  scatterSeeds: [2, 9],
  degrees: [0, 359],
  frostSpread: [0, 60],
  inTen: [1, 10],
  packet: [10, 400],
  survival: [10, 100],
  cells: [0, 5000],
  tray: [1, 500],
  hardening: [0, 21],
  plants: [1, 5000],
  betweenHarvests: [3, 60],
  toSecondSowing: [7, 60],
  betweenTrials: [5, 30],
  yearsPlanned: [1, 8],
  interval: [1, 12],
  foundInterval: [2, 12],
  risk: [0, 9],
  squares: [1, 400],
  every: [1, 8],
  turnYear: [1, 9998],
  latitude: [-9000, 9000],
  longitude: [-18000, 18000],
  height: [-450, 6000],
} as const;
/** The most letters of texts. */
export const LETTERS = {
  bedName: 40,
  name: 60,
  note: 200,
  found: 80,
} as const;
