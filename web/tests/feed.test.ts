import assert from 'node:assert/strict';
import { afterEach, beforeEach, mock, test } from 'node:test';
import { Feed, type News, newest, onBack, onNews } from '@/api';
import { held, json, passed, problem, Server, settled } from './server';

const NOTHING = { whole: false, changes: [] };
const change = (item: number, mark: number) => ({ what: 'formula', item, mark });
const news = (last: number, changes: object[] = []) => json(200, { ...NOTHING, last, changes });

let server: Server;
let feeds: Feed[];
let heard: News[];
let deaf: () => void;

/** A window of the browser with a feed. */
function open(from = 10): Feed {
  const feed = new Feed('galley', from, () => {});
  feeds.push(feed);
  feed.start();
  return feed;
}

function look(state: 'visible' | 'hidden') {
  Object.assign(document, { visibilityState: state });
  document.dispatchEvent(new Event('visibilitychange'));
}

/** Messages between windows and locks come by ways of their own, which no mocked clock moves. */
const breathe = () => new Promise<void>((done) => setImmediate(() => setImmediate(done))).then(settled);

beforeEach(() => {
  mock.timers.reset();
  mock.timers.enable({ apis: ['setTimeout', 'Date'] });
  Object.assign(document, { visibilityState: 'visible' });
  server = new Server();
  server.says(news(10));
  feeds = [];
  heard = [];
  deaf = onNews((_, told) => heard.push(told));
});

afterEach(async () => {
  for (const feed of feeds) feed.stop();
  deaf();
  await breathe();
});

test('asks at once and then each second, after what it knows', async () => {
  server.says(news(10), news(12, [change(1, 6)]), news(12));
  open();
  await breathe();
  assert.equal(server.asked[0]?.path, '/api/kitchens/galley/changes?after=10');
  await passed(999);
  assert.equal(server.asked.length, 1);
  await passed(1);
  assert.deepEqual(heard, [{ ...NOTHING, last: 12, changes: [change(1, 6)] }]);
  await passed(1000);
  assert.equal(server.asked[2]?.path, '/api/kitchens/galley/changes?after=12');
  assert.equal(heard.length, 1);
  assert.equal(newest('galley', 'formula', 1), 6);
});

test('nobody asks while no page is looked at; once looked at, at once', async () => {
  open();
  await breathe();
  look('hidden');
  await passed(60_000);
  assert.equal(server.asked.length, 1);
  look('visible');
  await breathe();
  assert.equal(server.asked.length, 2);
});

test('of two windows one asks, and both hear', async () => {
  open();
  await breathe();
  open();
  await breathe();
  const before = server.asked.length;
  server.says(news(11, [change(2, 3)]), news(11));
  await passed(1000);
  await breathe();
  assert.equal(server.asked.length, before + 1);
  assert.equal(heard.length, 2);
});

test('when the window that asks is closed, the other goes on', async () => {
  const first = open();
  await breathe();
  open();
  await breathe();
  first.stop();
  await breathe();
  const before = server.asked.length;
  await passed(1000);
  assert.equal(server.asked.length, before + 1);
});

test('a silence is said, asked into in growing pauses, and its end is told', async () => {
  let back = 0;
  const off = onBack(() => {
    back += 1;
  });
  const feed = open();
  await breathe();
  server.goes();
  await passed(1000);
  assert.equal(feed.problem?.trouble, 'lost');
  const before = server.asked.length;
  for (const pause of [1, 2, 4]) await passed(pause * 1000);
  assert.equal(server.asked.length, before + 3);
  assert.equal(back, 0);
  server.says(news(10));
  await passed(8000);
  assert.equal(feed.problem, null);
  assert.equal(back, 1);
  off();
});

test('signed out: it asks no more until the page is looked at anew', async () => {
  server.says(problem(401));
  const feed = open();
  await passed(600_000);
  assert.equal(feed.problem?.trouble, 'signed_out');
  assert.equal(server.asked.length, 1);
  look('hidden');
  server.says(news(10));
  look('visible');
  await breathe();
  assert.equal(feed.problem, null);
});

test('signed in again in another window: it asks as soon as one comes back to it', async () => {
  server.says(problem(401));
  const feed = open();
  await breathe();
  server.says(news(10));
  window.dispatchEvent(new Event('focus'));
  await breathe();
  assert.equal(feed.problem, null);
  await passed(1000);
  assert.equal(server.asked.length, 3);
});

test('left while an answer is on its way, it asks no more and tells nothing', async () => {
  const slow = held(news(12, [change(1, 6)]));
  server.says(slow.answer, news(12));
  open().stop();
  slow.let();
  await breathe();
  await passed(60_000);
  assert.equal(server.asked.length, 1);
  assert.deepEqual(heard, []);
});

test('a window that is signed out lets the others ask, and hears from them', async () => {
  const first = open();
  await breathe();
  open();
  await breathe();
  server.says(problem(401), news(10));
  await passed(1000);
  await breathe();
  assert.equal(first.problem?.trouble, 'signed_out');
  await passed(1000);
  await breathe();
  assert.equal(first.problem, null);
});
