// What each piece of the work is called, why it comes when it does, what goes wrong there, and what can hurt.

/** One word for what is done, as the command line prints it. */
export type Does =
  | 'set-out'
  | 'dig'
  | 'pour'
  | 'raise'
  | 'drill'
  | 'fit'
  | 'lay'
  | 'flush'
  | 'fit-float'
  | 'fill'
  | 'leak-test'
  | 'bleed'
  | 'set-float'
  | 'disinfect'
  | 'sample'
  | 'backfill';

/** Kinds of work: several of one `does`, each with words of its own. */
export type Work =
  | 'pegs'
  | 'intake'
  | 'catch-roof'
  | 'set-pump'
  | 'join-mains'
  | 'footings'
  | 'base'
  | 'pour'
  | 'stand'
  | 'drill'
  | 'fittings'
  | 'set-tank'
  | 'set-vessel'
  | 'sand'
  | 'trench'
  | 'lay'
  | 'flush'
  | 'elements'
  | 'float'
  | 'tap'
  | 'fill-half'
  | 'fill'
  | 'leaks'
  | 'bleed'
  | 'level'
  | 'cover'
  | 'drain-dig'
  | 'drain-lay'
  | 'disinfect'
  | 'sample';

export type Caution = 'trench' | 'utilities' | 'lifting' | 'height' | 'confined' | 'chlorine' | 'electric' | 'children';
export type Sign = 'engineer' | 'laboratory' | 'water-right' | 'plumber' | 'electrician';

export interface WorkWords {
  readonly does: Does;
  /** Of the place or line it is done to. */
  readonly title: (name: string) => string;
  readonly why: string;
  /** The craft's known slips (common practice, no source). */
  readonly slips: readonly string[];
  /** What is taken along besides what Parts lists. */
  readonly tools: readonly string[];
}

export const WORK: Readonly<Record<Work, WorkWords>> = {
  pegs: {
    does: 'set-out',
    title: () => 'Peg out the lines and the places',
    why: 'What was measured is marked once, so that dig, stand and pipe come where the figures say.',
    slips: ['Write the height on each peg, and keep one peg that nothing will touch.'],
    tools: ['pegs and line', 'water level', 'tape'],
  },
  intake: {
    does: 'fit',
    title: (n) => `Set the intake of ${n}`,
    why: 'All that follows is flushed with its water; a screen that is set first keeps grit out of a new line.',
    slips: [
      'The screen must not fold behind the barb of the drain.',
      'Put the cover and its lid back on before you leave.',
      'Fix the pipe so that its pull does not lift the screen.',
    ],
    tools: ['shovel', 'bucket and watch'],
  },
  'catch-roof': {
    does: 'fit',
    title: (n) => `Hang gutter and first flush of ${n}`,
    why: 'The first rain after dry days washes the roof: it must not go into the tank.',
    slips: ['Fall all the way to the outlet, none to a corner.', 'The first flush has its drip hole open.'],
    tools: ['ladder', 'level', 'drill'],
  },
  'set-pump': {
    does: 'fit',
    title: (n) => `Set ${n} and lead its pipe out`,
    why: 'The line is flushed with its water before anything that could clog is on it.',
    slips: ['A check valve against the water that would run back.', 'No dry run: it draws water before it is left.'],
    tools: ['wrenches', 'rope'],
  },
  'join-mains': {
    does: 'fit',
    title: (n) => `Join ${n} through its backflow preventer`,
    why: 'Water of the plan must never run back into the mains.',
    slips: ['An air gap is the surest preventer.'],
    tools: ['wrenches'],
  },
  footings: {
    does: 'dig',
    title: (n) => `Dig the footings of ${n}`,
    why: 'Footings stand on ground that was not loosened, below the frost.',
    slips: [
      'Square from corner to corner before the first spade: both diagonals alike.',
      'Leave no loose earth below.',
    ],
    tools: ['shovel', 'bar', 'string and square'],
  },
  base: {
    does: 'dig',
    title: (n) => `Level the base of ${n}`,
    why: 'A full vessel is heavy: what is uneven tears it or tips it.',
    slips: ['Cut down to firm ground, do not fill up.', 'No stone under the floor.'],
    tools: ['shovel', 'rake', 'tamper', 'level'],
  },
  pour: {
    does: 'pour',
    title: (n) => `Pour the footings of ${n}`,
    why: 'Everything on the stand waits for the concrete: it comes as early as it can.',
    slips: [
      'Lift the posts a little so that concrete runs under them, or set their bases in it.',
      'No more water than it needs; keep it wet and shaded, and from frost.',
    ],
    tools: ['barrow or mixer', 'float', 'level'],
  },
  stand: {
    does: 'raise',
    title: (n) => `Posts, beams, braces and deck of ${n}`,
    why: 'The stand is whole, and braced both ways, before any weight is on it.',
    slips: [
      'Brace each post two ways before you let go of it.',
      'The deck’s boards run over the joists, a gap between them.',
    ],
    tools: ['saw', 'drill', 'wrenches', 'level', 'ladder'],
  },
  drill: {
    does: 'drill',
    title: (n) => `Cut the holes of ${n}`,
    why: 'Holes are cut while one can still reach the inside, and the chips are taken out before any water comes.',
    slips: [
      'A trial piece first; no slack: a saw an eighth of an inch too big ruins the wall.',
      'Where sealant holds it, a shade smaller than the thread.',
      'Take the burr off inside and out.',
    ],
    tools: ['drill', 'saws of the list', 'file'],
  },
  fittings: {
    does: 'fit',
    title: (n) => `Fit what goes through the wall of ${n}`,
    why: 'It is tight before the vessel is set, where one can still turn a wrench on both sides.',
    slips: [
      'Tape three turns, the way the thread turns.',
      'A small washer: one turn past first contact, no more.',
      'Nothing dropped into the tank: look, and count the tools.',
      'Silicone stands a day before water.',
    ],
    tools: ['wrenches', 'rag', 'torch'],
  },
  'set-tank': {
    does: 'raise',
    title: (n) => `Set ${n} up and strap it while it is empty`,
    why: 'An empty tank is light enough to lift and light enough for the wind: it is strapped the same day.',
    slips: ['Turn it so that outlet and overflow point where their pipes come.', 'The lid is on and held.'],
    tools: ['ropes', 'planks', 'four hands', 'ratchet'],
  },
  'set-vessel': {
    does: 'raise',
    title: (n) => `Set ${n} level`,
    why: 'A float and an overflow are set from a level rim.',
    slips: ['Level along and across.', 'Hard ground around it, falling away.'],
    tools: ['level', 'planks'],
  },
  sand: {
    does: 'fit',
    title: (n) => `Wash and lay the sand of ${n}`,
    why: 'Unwashed sand clouds the water for weeks; it is laid under water so that no air stays in it.',
    slips: ['Wash until a jar of it clears.', 'Gravel first, coarse below fine.'],
    tools: ['buckets', 'sieve', 'jar'],
  },
  trench: {
    does: 'dig',
    title: (n) => `Dig the trench, ${n}`,
    why: 'At one fall where it can have one: a dip keeps sand, a rise keeps air.',
    slips: ['Turf to one side, earth to the other.', 'Stones out of the bottom.'],
    tools: ['spade', 'bar', 'line and pegs'],
  },
  lay: {
    does: 'lay',
    title: (n) => `Lay the pipe, ${n}`,
    why: 'With its drains at the low points, its vents at the high ones, a union where it must come apart again.',
    slips: [
      'Warm the end of the pipe before a barb goes in.',
      'Tees are rolled square on a flat board before the cement sets.',
      'Keep cement out of a valve’s seat; let its smell go before animals drink.',
      'Both clamps, their screws at opposite sides.',
      'Plug the open end at night: mice, frogs, earth.',
    ],
    tools: ['pipe cutter', 'flask of hot water', 'driver for clamps'],
  },
  flush: {
    does: 'flush',
    title: (n) => `Flush with the end open, ${n}`,
    why: 'Chips and sand go out of the open end; on a float’s seat or in a hole of a lateral they would stay.',
    slips: ['Before any float, tap or end cap is on.', 'Until a white bucket shows nothing.'],
    tools: ['white bucket'],
  },
  elements: {
    does: 'fit',
    title: (n) => `Put the elements in, ${n}`,
    why: 'A cartridge that is in before the line is flushed is full on its first day.',
    slips: ['Clean hands; the O-ring lies in its groove.'],
    tools: ['housing wrench'],
  },
  float: {
    does: 'fit-float',
    title: (n) => `Fit the float of ${n}`,
    why: 'Last of all at its wall: its ball does not pass the hole, and grit would hold it open.',
    slips: [
      'Its arm moves free of the wall, the guard and the lid.',
      'Hold the inside nut while you turn the outside.',
    ],
    tools: ['wrenches'],
  },
  tap: {
    does: 'fit',
    title: (n) => `Fit ${n}`,
    why: 'After the line ran clear.',
    slips: ['Tape three turns with the thread.', 'Fix it to a post, not to its pipe.'],
    tools: ['wrenches'],
  },
  'fill-half': {
    does: 'fill',
    title: (n) => `Fill ${n} by half and look for leaks`,
    why: 'What weeps at half is mended with half the water to let out.',
    slips: ['Dry paper around every fitting.', 'Stay until it has stood an hour.'],
    tools: ['paper towels', 'wrench'],
  },
  fill: {
    does: 'fill',
    title: (n) => `Fill ${n} to its overflow`,
    why: 'The overflow is seen to run where it should, and the full weight to stand, while you are there.',
    slips: ['Look at the footings and the braces while it fills.', 'Covers and lids back on.'],
    tools: [],
  },
  leaks: {
    does: 'leak-test',
    title: (n) => `Look for leaks, ${n}`,
    why: 'With its end lifted above the water line it stands under the head that it will have; joints are still open to see.',
    slips: ['All joints dry before you begin.', 'A gauge that falls over an hour says what the eye does not.'],
    tools: ['gauge', 'rag'],
  },
  bleed: {
    does: 'bleed',
    title: (n) => `Let the air out, ${n}`,
    why: 'Air at a high point can stop a gravity line for good.',
    slips: ['From the top down: open, until it runs without spitting.'],
    tools: [],
  },
  level: {
    does: 'set-float',
    title: (n) => `Set the float of ${n} and mark the level`,
    why: 'It shuts below the overflow, and a mark on the wall shows later what has moved.',
    slips: ['Shut by hand first: what drips then is the seat, not the level.'],
    tools: ['marker', 'tape'],
  },
  cover: {
    does: 'backfill',
    title: (n) => `Cover the pipe, ${n}`,
    why: 'After it was seen to be tight; the depth keeps it from frost, sun and hooves.',
    slips: ['Fine earth around the pipe first.', 'A marker tape or a sketch with two distances for each joint.'],
    tools: ['shovel', 'tamper'],
  },
  'drain-dig': {
    does: 'dig',
    title: (n) => `Dig the basin and the trench of ${n}`,
    why: 'Greywater goes by its fall alone: the trench has it before the pipe is in.',
    slips: ['Mulch in the basin, no standing water.'],
    tools: ['spade', 'level'],
  },
  'drain-lay': {
    does: 'lay',
    title: (n) => `Lay the pipe of ${n}`,
    why: 'Covered once water has run through it from end to end.',
    slips: ['Fall at every length: a level on each.'],
    tools: ['level', 'saw'],
  },
  disinfect: {
    does: 'disinfect',
    title: (n) => `Disinfect what people drink from, ${n}`,
    why: 'New pipe and tank are not clean; the chlorine stands overnight and is then let out on bare ground.',
    slips: ['Away from animals, fish and the garden.', 'Its smell at every tap, then water until it is gone.'],
    tools: ['plain chlorine bleach', 'gloves and eye protection', 'test strips'],
  },
  sample: {
    does: 'sample',
    title: (n) => `Draw a sample for the laboratory, ${n}`,
    why: 'Nobody drinks until it is answered; untested water is not for drinking.',
    slips: ['In the laboratory’s bottle, cold, there within the day.'],
    tools: ['the laboratory’s bottle', 'cool box'],
  },
};

export const CAUTION_WORDS: Readonly<Record<Caution, string>> = {
  trench:
    'A trench can fall in. Nobody goes into one that is deeper than 4 ft (1.2 m) without a way out and shored or sloped sides; local rules come first.',
  utilities: 'Have buried cables and pipes marked before you dig.',
  lifting: 'Lift with enough hands, never under the load.',
  height: 'Work at height: a ladder that is tied, nobody below.',
  confined: 'Never go into a tank or a spring box alone or unventilated.',
  chlorine: 'Chlorine burns eyes and lungs: gloves, goggles, open air, and never with acids or ammonia.',
  electric: 'Electricity beside water: a licensed electrician, and a breaker that trips at a leak.',
  children: 'Open water and open holes: cover or fence them before you leave.',
};
export const SIGN_WORDS: Readonly<Record<Sign, string>> = {
  engineer: 'A licensed engineer looks at the stand before it is loaded.',
  laboratory: 'The laboratory’s answer, and where the code says so the health authority’s.',
  'water-right': 'The water right or permit for taking the water, where the law asks for one.',
  plumber: 'Inside a building where the code asks: a licensed plumber, and the inspector’s signature.',
  electrician: 'A licensed electrician where the code asks.',
};
