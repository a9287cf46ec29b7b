/** Around all screens: the connection, signing in and out, what an address does not lead to. */
export const app = {
  windowTitle: '{title} · Jar Table',
  setting: 'Setting the bench …',
  signedInAs: '{person}, in {kitchen}',
  nowhere: 'There is nothing at this address',
  onRecord: 'It is on record under {request}.',
  unsent: 'Some of what you typed is not sent yet. Sign out once more, and it stays in this browser only.',
  stillIn: 'You are still signed in. {why}',
  motto: 'Salt, acid and time for fish: weighed, timed and written down.',
  signingIn: 'Signing in …',
  demo: 'Demo kitchen: name {name}, password {password}',
  jarOnShow: 'a marinade',
  dryJarOnShow: 'a dry brine',
  reckoning: 'Reckoning …',
  whenHeard: 'This comes once the kitchen server is heard again.',
  lookingUp: 'Looking up …',
  aboveNothing: 'Type a number above 0.',
  choose: 'choose …',
  nothingFound: 'Nothing in the pantry is called that.',
  noPicture: 'The picture could not be made.',
  nothingToDraw: 'There is nothing to draw here yet.',
} as const;

/** What is said where the server itself says nothing. */
export const silence = {
  title: 'Not connected',
  unanswered: 'The kitchen server does not answer.',
  answeredByAnother: 'Something else answered in place of the kitchen server.',
  wrong: 'Something went wrong',
  status: 'The server answered {status}.',
} as const;

/** What is told after a change to whoever does not see the figures. */
export const told = {
  jar: '{jar}: {mass}, salt {salt} of the fish, {time}. A serving has {plate} salt.',
} as const;

/** What is told of things that are moved by keys, to whoever does not see it. */
export const sorting = {
  how: 'Press Space to lift it, arrows to move it, Space to set it down, Escape to leave it where it was.',
  lifted: '{what} is lifted, place {place} of {all}.',
  over: '{what}: place {place} of {all}.',
  down: '{what} stands at place {place} of {all}.',
  back: '{what} is where it was.',
} as const;

export const table = {
  hint: 'Search: zander, caraway, soy …',
  everyFish: 'every fish',
  everyKind: 'every kind',
  everyTag: 'every tag',
  setting: 'Setting the table …',
  noMatch: 'No formula matches. Take a word or a filter away.',
  empty: 'Nothing stands on the table yet',
  teaches: [
    'A formula begins with the fish: which it is, how it is cut, what it weighs.',
    'Jars stand on it in the order they touch it: brines, marinades, coats. Each line grows by what it follows.',
    'Each jar has its time on this cut: too early, at its best, too late.',
  ],
  copyOf: '{title}, copy',
  changed: 'changed {when}',
  moved: {
    table: '“{title}” is on the table.',
    archive: '“{title}” is in the archive.',
    bin: '“{title}” is in the bin.',
  },
  left: 'Typed here by you and not sent yet. Open it to send it:',
  untitled: 'a formula without a title',
  empties: { archive: 'Nothing is put away.', bin: 'Nothing is thrown out.' },
  place: '{place} ({number})',
  jar: 'jar',
  noJar: 'no jar yet',
  noFish: 'no fish yet',
  kept: 'version {number} kept',
  draftOnly: 'draft only',
} as const;

/** Services on the Table. */
export const today = {
  head: 'Today',
  service: 'Service',
  served: '{covers} {course} at {at}',
  now: 'now',
  soon: 'in a moment',
  goOn: 'Go on cooking',
  in: 'in {time}',
} as const;
