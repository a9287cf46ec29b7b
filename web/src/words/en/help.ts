import { names } from './names';

/** Help on every screen: what one does there, which keys there are, what each word means. */
export const help = {
  hint: 'Search: basis, window, lift, scale …',
  here: 'On this screen',
  keys: 'Keys',
  keysSay: 'Single keys work when no field has the focus.',
  words: 'Words',
  /** Which program it is: who reports something says it. */
  program: 'Jar Table {program}',
  nothing: 'Nothing here speaks of that.',
  screens: {
    sign_in: [
      'Name and password come from whoever owns the kitchen.',
      'Who was signed out while typing signs in again: what was typed is still in this browser.',
    ],
    you: [
      'What is yours wherever you are: name and initials, password, second factor, and where you are signed in.',
      'The code is for a tablet that several cooks share: with it you say there who you are.',
      'A token lets a script do in your name what you choose, until a day; revoke it and it opens nothing any more.',
    ],
    kitchen: [
      'Who belongs to the kitchen and as what. An owner invites by a link, which opens once.',
      'Settings hold for everybody in it; the trail says what was done, by whom and when.',
    ],
    table: [
      'Each formula stands here with its jars, all to one scale. Press one to open it.',
      `“${names.newFormula}” begins one; nothing is stored until you type something.`,
      'The menu of a card copies it, puts it away or throws it out. From the archive and the bin it comes back.',
    ],
    bench: [
      'Left is the fish: weigh and measure it, say how it is cooked and who eats. All amounts and times follow from it.',
      'The middle is the open jar. The large grams are what stands on the scale; the sentence below says how it was written and what it follows.',
      'Type a line at the foot as you would write it: lime juice 30 ml, 2 tsp fine salt, 1.2 % salt.',
      'Right are its readings, the salt on its way to the plate, and the cautions.',
      `“${names.askAmounts}” finds amounts for what the jar should come to; “${names.correctIt}” is for what went in otherwise, or tastes so.`,
      `Below the cautions stand the house rules and what it costs. “${names.makeWithout}” is with those who eat.`,
      'The bar at the foot is the jar’s time on this cut. Drag the handle, or plan the best.',
      'The line on top says whether it is ready and leads to what is wrong.',
    ],
    window: [
      'The cut across shows how far salt and acid have come at the minute that the handle stands on.',
      'Play it, or pin a moment and compare another with it.',
      'Below you ask further: other cuts, other temperatures, what moves the window, how long until the plate.',
    ],
    versions: [
      'A version never changes. Keep one when the formula is worth coming back to.',
      'Choose one to see what the draft changes against it. Brought back, the draft goes on from it.',
    ],
    day: [
      'A service says what is served when, for how many, by whom and with what. Its plan stands at once, back from the plate.',
      'Time runs down the docket: a column for each pair of hands and each station, and each jar on its fish with its window.',
      'Press a step to see what holds it there, and what it would cost to move it. Drag it, or Shift and an arrow, then Enter.',
      'What gives way is told first, with the smallest change that mends it. Press that, and it is done; one step back undoes it.',
    ],
    runs: [
      'What is to be done now stands large. The big button says that it has happened; for ten seconds one press takes it back.',
      'Before a step there may be a gate: look, or read it off. What does not hold is mended first; gone on without it is on record.',
      'What is weighed in goes line by line over the scale. What is in otherwise than it was meant is mended before anything else goes in, or left as it is. “As it is now” says what the fish has by then.',
      'Instruments stand at the foot, with what is wrong with them. What you type always counts; what is simulated says so, and opens no gate where somebody can be hurt, but in the demo.',
      '“Not yet” says what waiting costs. “Something else” is for what was dropped, burnt, warmer than thought, for more or fewer covers.',
      'Timers go by the clock and by what was said: they ring gently when it is time, hard at the latest. Without a network all goes on.',
    ],
    temperatures: [
      'What is read at a gate while it is cooked is in the record by itself: receiving, jars before raw fish, cooling, the core of each batch, the probe wiped. The rest is entered here, or at the tablet.',
      'Each line is held to its limit. What misses it asks what was done, and stands on top until somebody says so.',
      'It is signed with your initials. Take it along as a table or on paper.',
    ],
    ahead: [
      'A jar that was made ahead is drawn from by the services that cook its formula, the oldest first, until its use-by.',
      'The prep list says what is to be done ahead, by shelf and station; the pull list what goes to thaw and is taken out; the order list what is to be bought.',
    ],
    compare: [
      'Two to four versions stand side by side, lines by ingredient and role, jars and windows to one scale.',
      'Begin another from one of them, and take the fish, a jar or a line of the others into it. The address can be sent to somebody.',
    ],
  },
  glossary: [
    [
      'Formula',
      'The fish, its servings, the jars in the order they touch it, and how it is cooked. It has a draft and versions.',
    ],
    [
      'Fish',
      'Its species and cut, how many pieces, what they weigh and how thick they are, skin and bone, fresh or thawed, how cold.',
    ],
    [
      'Cut',
      'The shape that decides time: whole, side, fillet, loin, steak, butterflied, strip, chunk, ribbon.',
    ],
    ['Jar', 'One preparation: a marinade, a brine, a rub, a coat, a filling, a finish.'],
    ['Line', 'One ingredient in a jar, with its amount and what that follows.'],
    [
      'Basis',
      'What an amount follows when the fish changes: its weight, its surface, the pieces, the servings, what covers it, another line, the flour, or nothing.',
    ],
    ['Shelf', 'Jars to begin with: those of several schools, and the kitchen’s own.'],
    ['School', 'One of the ways in which good cooks disagree. The jar says which it follows.'],
    [
      'Reading',
      'What a jar holds, reckoned from its lines: salt, sugar, acid, pH, oil to acid, water, alcohol.',
    ],
    [
      'Window',
      'How long the jar may act on this cut: from when it does something, from when and to when it is best, and the latest.',
    ],
    [
      'Binding limit',
      'What ends the window first: acid, salt, texture, the dose, keeping, or time on the counter.',
    ],
    ['Ledger', 'Salt on its way from jar to jar to the plate: put in, taken up, rinsed off, eaten.'],
    [
      'Set out, pick-up, thrown away',
      'Of a coat: what is put into the tray, what stays on the fish, what is left of it.',
    ],
    ['Clean share', 'What is kept apart before the fish goes in, so that it may be eaten.'],
    ['Core', 'The coldest place inside a piece. It is read on a probe; a reckoned time is no proof.'],
    ['Caution', 'A warning with its reason, its published source, and what to do.'],
    [
      'Stop',
      'A caution that keeps a formula from being ready until it is mended, or accepted knowingly and on record.',
    ],
    [
      'Diners',
      'Who eats: how many, how old, what they avoid. It sets salt, bones, mercury, honey, alcohol and the core.',
    ],
    ['Draft', 'The formula as it is typed now. Every change is kept at once.'],
    ['Version', 'A formula as it was kept once, with a number and a note. It never changes.'],
    [
      'Service',
      'Plates on a day, at one time or in waves, the formulas cooked for them, and the hands and stations there are.',
    ],
    ['Batch', 'A jar made ahead. Services draw from it, the oldest first, until its use-by.'],
    ['Par', 'So many covers held raw-ready in the chiller, and fired by ticket.'],
    ['Plan', 'When each step of a service begins, by whom and on what, and why there.'],
    ['Run', 'One cooking of a version: what really happened beside what was planned.'],
    ['Tasting', 'What was thought of a run, on scales of just about right.'],
    ['Kitchen', 'The people who share formulas, pantry and shelf.'],
  ],
  pressed: {
    '?': 'show this help',
    l: 'type a line into the open jar',
    w: 'type the weight of the fish',
    t: 'type the thickness',
    a: 'add a jar',
    s: 'scale the formula',
    v: 'keep a version',
    ',': 'open the jar before',
    '.': 'open the jar after',
    'Ctrl Z': 'one step back',
    'Ctrl Shift Z': 'one step forth again',
    Arrows: 'from jar to jar on the rail, from line to line in a column, one step of time on the bar',
    Space: 'on a jar or a line’s handle: lift it, arrows move it, Space sets it down',
    Escape: 'close what is open, and the focus goes back',
  },
} as const;
