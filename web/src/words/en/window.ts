/** One jar's time on this fish: the strip on the Bench, and the Window. */
export const bar = {
  best: 'best {from} to {to}',
  bestWithin: 'best within {to}',
  earliest: 'earliest {time}',
  latest: 'latest {time}',
  planned: '{time}, as planned',
  notPlanned: 'not planned',
  limited: 'The latest is limited by {binding}.',
  whole: '{label}: best {from} to {to}, latest {latest}, limited by {binding}',
  stopped: 'Stopped, no time to go by. {label}: best {from} to {to}, latest {latest}, limited by {binding}',
} as const;

export const strip = {
  rim: 'at {time}: rim {acid}, salt {salt}',
  salted: 'at {time}: salt {salt}',
  unable: 'No time can be given yet: say which fish, cut, weight and thickness, and fill the jar.',
  never: 'It meets only cooked fish: nothing has to be timed here.',
  stopped: 'Stopped: no time to go by.',
  late: 'Too long: lift out by {time}.',
  early: 'Too short: it has done nothing before {time}.',
  liftBy: 'Lift out by {time}: it comes no nearer to its best.',
  liftBetween: 'Lift out between {from} and {to}.',
  heatWithin: 'Into the heat within {time}.',
  latest: 'At {time}: {reason}.',
} as const;

export const window = {
  surfaceOnly: 'This jar works on the surface only: nothing goes in that could be drawn.',
  at: 'At',
  min: 'min',
  noPlan: 'No time is planned yet.',
  heldBack:
    'Held back: {mass} go on just before heat, after {time} in the jar, {salt} of the fish as salt. Times above are without them.',
  onPlate: 'On the plate: {mass}, {salt} of the fish as salt.',
  planned: 'Planned: {time}.',
  wouldBe: 'The latest would be {moves}.',
  move: '{time} with {change}',
  groupAtOnce: 'Group {group}: in at once; best {from} to {to}, latest {latest}.',
  groupLater: 'Group {group}: in {start} later; best {from} to {to}, latest {latest}.',
} as const;

/** The fish at one minute. */
export const now = {
  surface: 'Salt at the surface',
  middle: 'Salt in the middle',
  mean: 'Salt, mean of the fish',
  face: 'Salt still on the face',
  even: 'How even (middle to mean)',
  firmed: 'Firmed by salt',
  acid: 'Turned by acid',
  turned: '{depth}, {share} of it',
  nothing: 'nothing',
  warm: 'Above {threshold} so far',
  next: 'What limits next',
  limit: '{binding}, at {time}',
  beside: 'pinned at {pinned}, then at {now}',
  pastLatest: 'past the latest',
  holds: 'After {time} the fish holds {salt} salt.',
  holdsSour: 'After {time} the fish holds {salt} salt and {acid} of rim turned by acid, still raw.',
  stopped: '{holds} Stopped: {why}',
  late: '{holds} That is past the latest: {reason}.',
  pastBest: '{holds} It is past its best; lift it out by {time}.',
  best: '{holds} It is at its best now.',
  begun: '{holds} It has begun to work; its best begins at {time}.',
  little: '{holds} It has done little yet.',
} as const;

/** A jar that cannot be timed. */
export const notTimed = {
  head: 'No time can be given for this jar on this fish.',
  would: 'To have a time it wants:',
  species: 'which fish it is',
  weight: 'the weight of the fish',
  thickness: 'how thick one piece is',
  lines: 'something in the jar',
  amounts: 'the amount of each line',
} as const;

export const across = {
  at: 'at {time}',
  pinned: 'pinned at {time}',
  label: 'The cut across, {width} wide and {thick} thick',
  skinBelow: 'skin below',
  liesOn: 'lies on this face',
  skinAllRound: 'skin all round',
  ruler: '10 mm',
  saltKey: 'salt, deeper where there is more: each dashed line has its figure on it',
  acidKey: 'turned by acid, still raw',
  figures: 'Salt by depth, in figures',
  depth: 'mm from an open face',
  salt: '% salt',
} as const;

export const further = {
  window: 'window',
  best: 'best',
  latest: 'latest, and what limits',
  notTimed: 'not timed',
  limit: '{time}, {binding}',
  movesNothing: 'Nothing that was tried moves it: the surface takes its flavour, and a cap ends it.',
  moved: 'what is moved',
  howFar: 'how far the window goes, of what it is',
  timesThen: 'best from, and latest, then',
  trial: '{what}: {best}, {latest}',
  plateAt: 'It goes on at {now} and is wanted on the plate at {plate}',
  timeOfDay: 'A time of the day, as 19:30.',
  until: '{time} until the plate.',
  after: 'After the jar: {what}.',
  looking: 'looking for what fits …',
  yes: 'yes',
  no: 'no',
} as const;

/** What the numbers of each further look are of. */
export const look = {
  cut: 'The same jar on the usual piece of each cut of this fish: which would give more time, which less.',
  cold: 'The same jar and cut, colder and warmer: each at one temperature from the start.',
  curves: 'The four times of the window as one thing changes and all else stays as it is.',
  moves: 'Each thing moved by a natural step down and up: how far the middle of the window goes with it.',
  service:
    'Counted from when it goes on: later jars, rests, salt just before heat, losing its chill, all batches in the heat.',
  after: 'Lifted out at the planned time, and at rest in the chiller for a night.',
  heat: 'The temperature in the middle of the thickest and the thinnest place, in the heat and the rest after it.',
} as const;

/** The window over one thing. */
export const curve = {
  over: 'The window over {what}',
  thickness: 'thickness',
  dose: 'how much jar there is',
  acid: 'how sour it is',
  salt: 'how salty it is',
  temperature: 'temperature',
  time: 'time in the jar',
  now: 'now',
} as const;

/** The four times of a window, as its curves and its bar name them. */
export const times = {
  earliest: 'earliest',
  bestFrom: 'best from',
  bestTo: 'best to',
  latest: 'latest',
} as const;

export const after = {
  goes: 'Lifted out at {lifted}{rinsed}; {salt} salt stays in. At rest in the chiller the middle goes from {from} of the mean to {to} after {time}.',
  rinsed: ', rinsed for {time}',
  chart: 'Salt while it rests',
  surface: 'surface',
  mean: 'mean',
  middle: 'middle',
  x: 'after lifting out',
  y: 'salt, % of the fish',
} as const;

export const heat = {
  notModelled: 'This way of cooking is not modelled, or the fish is served raw. Read a probe.',
  goes: 'Pulled at {pull}; the core peaks at {peak} in the rest. A modelled time is never proof: read a probe.',
  turns:
    'Turned at {turn}, pulled at {pull}; the core peaks at {peak} in the rest. A modelled time is never proof: read a probe.',
  chart: 'The core over time',
  core: 'core',
  x: 'in the heat, then at rest',
  published: 'published {core}',
  target: 'target {core}',
  turn: 'turn',
  pull: 'pull',
} as const;
