/** What the page reads out of an answer: where it stops, why there is no window, the fish between two samples. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Evaluation, JarProfile, Kind, Notice, Pantry } from '@/api';
import { kindNames, kindOf } from '@/document/kinds';
import { stopping, whyNoWindow } from '@/formula/standing';
import { momentAt } from '@/screens/window/state/moment';

const notice = (code: string, path: string, more: Partial<Notice> = {}): Notice => ({
  code,
  path,
  grade: 'open',
  text: `${code} at ${path}`,
  patch: null,
  deed: null,
  ...more,
});
const evaluation = (notices: Notice[], grades: string[] = []) =>
  ({
    notices,
    not_ready: grades.map((grade) => ({ grade, text: grade, path: '' })),
  }) as unknown as Evaluation;

test('only refusals and stops stop a formula', () => {
  const all = evaluation([], ['open', 'refuse', 'fault', 'stop', 'unread']);
  assert.deepEqual(
    stopping(all).map((one) => one.grade),
    ['refuse', 'stop'],
  );
  assert.deepEqual(stopping(null), []);
});

test('why a jar has no window is told of this jar, the gravest reason first', () => {
  const notices = [
    notice('window-unknown', '/jars/1'),
    notice('skin-closed', '/jars/11/method'),
    notice('not-modelled', '/jars/1/lines/0'),
    notice('unstated', '/jars/1/kind'),
  ];
  assert.equal(whyNoWindow(evaluation(notices), 1)?.code, 'window-unknown');
  assert.equal(whyNoWindow(evaluation(notices.slice(1)), 1)?.code, 'not-modelled');
  assert.equal(whyNoWindow(evaluation(notices), 0), undefined);
  assert.equal(whyNoWindow(null, 0), undefined);
});

test('a fish that is refused stops the window of every jar', () => {
  const refused = evaluation([notice('window-stopped', '/fish'), notice('window-unknown', '/fish')]);
  for (const jar of [0, 3]) assert.equal(whyNoWindow(refused, jar)?.code, 'window-stopped');
});

test('kinds are named as the core names them, in its order', () => {
  const kinds = [
    { id: 'rub', name: 'Rub' },
    { id: 'brine', name: 'Wet brine' },
  ] as Kind[];
  const pantry = { kinds } as Pantry;
  assert.equal(kindOf(pantry, 'rub')?.name, 'Rub');
  for (const nothing of ['smoke', null, undefined]) assert.equal(kindOf(pantry, nothing), undefined);
  assert.deepEqual(Object.entries(kindNames(pantry)), [
    ['rub', 'Rub'],
    ['brine', 'Wet brine'],
  ]);
  assert.deepEqual(kindNames(undefined), {});
});

const profile = {
  t_min: [0, 10, 30],
  salt_pct: [
    [0, 0],
    [4, 1],
    [2, 2],
  ],
  mean_pct: [0, 1, 2],
  on_face_pct: [3, 1, 0],
  evenness: [null, 0.2, 1],
  firmed_share: [0, 0.5, 0.5],
  acid_depth_mm: [0, 1, 2],
  acid_turned_fraction: [0, 0.1, 0.3],
  warm_min: [0, 10, 30],
} as unknown as JarProfile;

test('between two samples the fish is drawn straight', () => {
  const now = momentAt(profile, 20);
  assert.deepEqual([now.salt, now.mean, now.onFace, now.acidMm, now.warm], [[3, 1.5], 1.5, 0.5, 1.5, 20]);
  assert.ok(Math.abs((now.evenness ?? 0) - 0.6) < 1e-12);
});

test('before the first sample it is as there, past the last as there', () => {
  assert.deepEqual(momentAt(profile, 0).salt, [0, 0]);
  assert.deepEqual(momentAt(profile, 500).salt, [2, 2]);
  assert.equal(momentAt(profile, 500).minutes, 500);
  // Nothing is even before any salt is in: the first figure that there is stands for it.
  assert.equal(momentAt(profile, 5).evenness, 0.2);
});
