/** A formula as a whole: whether it is kept, its versions, what a change of it changes. */
export const formula = {
  room: '{title} · {room}',
  itself: 'the formula',
  draftAfter: 'draft after version {number}',
  draftAfterNotReady: 'draft after version {number}, which is {standing}',
  noVersion: 'draft, no version yet',
  mayLook: 'You may look, not change',
} as const;

/** What is said beside the verdict. */
export const verdict = {
  oneCare: '1 to take care of',
  care: '{number} to take care of',
  contains: 'contains {allergens}',
  warm: '{time} above {threshold}',
} as const;

/** Whether what was typed is kept; where it is not, the troubles say why. */
export const kept = {
  nothing: 'Nothing typed, nothing kept',
  kept: 'All changes kept · {time}',
  merged: 'Merged with somebody’s changes, all kept · {time}',
  keeping: 'Keeping …',
  conflict: 'Changed by somebody else too',
  unsent: 'What you typed is not kept by the server yet, and a version is made of what it keeps. Try again.',
  unreckoned: 'Figures are the last ones',
} as const;

/** Two people changed one place. */
export const conflict = {
  head: 'Somebody else changed the same place',
  says: 'Everything else of both is in already. Choose for each of these.',
  was: 'was {value}',
  mine: 'mine: {value}',
  theirs: 'theirs: {value}',
  notThere: 'not there',
} as const;

/** Parts of the document that are called otherwise than in the format. */
export const parts = {
  per: 'for how much fish',
  of: 'hangs on',
  core_target: 'core target',
  place_temperature: 'temperature of the place',
  contact_time: 'contact time',
} as const;

export const version = {
  head: 'Keep version {number}',
  says: 'A version never changes again; the draft goes on from it.',
  already:
    'Nothing has changed since: this draft is kept, as version {number}. Change something first, or give that version a name under Versions.',
  unread: 'This cannot be kept before what cannot be read is mended',
  refused: 'This is refused: it is kept only as not to be cooked',
  notReady: 'This is not ready',
  noNote: 'no note',
  keptBy: '{standing}, kept by {initials}',
  made: '{who}, {date}',
} as const;

/** The room of the versions. */
export const versions = {
  none: 'No version is kept yet. Keep one, and it stands here, never to change again.',
  draft: 'The draft, after version {number}',
  head: 'Version {number}',
  cameFrom: 'from version {number}',
  against: 'What the draft changes against version {number}',
  branch: 'What version {number} changed against version {from}',
  asKept: 'Version {number} as it was kept.',
  cannotChange: 'Nothing here can be changed.',
} as const;

export const about = {
  head: 'About this formula',
  tags: 'Tags, parted by commas',
  measures: 'Spoons and cups are',
  us: 'US (tsp 4.93 ml, cup 237 ml)',
  metric: 'metric (tsp 5 ml, cup 250 ml)',
} as const;

export const changes = {
  head: 'What this changes',
  reckoning: 'Reckoning what changes …',
  none: 'Nothing that a cook would notice changes.',
  word: '{how}{grade}: {what}',
  came: 'New',
  went: 'Gone',
  grade: ' ({grade})',
} as const;

export const scaling = {
  head: 'Scale the formula',
  says: 'Each line grows by what it follows, not all of them alike.',
  to: 'to',
  servings: 'servings',
  pieces: 'pieces',
  edible_g: 'g of edible fish',
  bought_g: 'g as it is bought',
  nothing: 'State pieces, weight and servings first: there is nothing to scale from.',
  line: 'Line',
  now: 'now',
  next: 'then',
  times: 'times',
  why: 'why',
  windows: 'Windows that move: {windows}.',
  windowMoves: '{what}, now {before}, then {after}',
} as const;

export const begin = {
  short: { fish: 'fish', cut: 'cut', weight: 'weight', thickness: 'thickness', jar: 'jar' },
  ask: {
    fish: 'Which fish?',
    cut: 'How is it cut?',
    weight: 'What does it weigh?',
    thickness: 'How thick is a piece?',
    jar: 'What goes on it first?',
  },
  why: {
    fish: 'What it may stand in, and how long, hangs on its flesh.',
    cut: 'The cut decides the time.',
    weight: 'All pieces together, as they will go into the jar.',
    thickness: 'At the thickest place: salt and acid come in from the faces.',
    jar: 'A brine, a marinade, a rub: from the Shelf, or an empty one.',
  },
  whichOne: '“{name}” is the name of several fish. Which one is it?',
  here: 'Begin here',
  none: 'No jar stands here yet',
  fish: 'Choose the fish and its cut, on the left: by name, or by the treatment it suits.',
  weigh: 'Weigh all pieces together, measure one at its thickest, say how many eat.',
  jar: 'Set the first jar on it: a brine, a marinade, a rub …',
  done: 'Done.',
} as const;
