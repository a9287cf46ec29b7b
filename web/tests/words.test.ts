import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { test } from 'node:test';
import { fill, named, names, says, terms } from '@/words';
import { amounts } from '@/words/amounts';
import { people } from '@/words/people';

test('a text with slots is filled, and one that is not filled does not compile', () => {
  assert.equal(fill('{amount}, follows {basis}', { amount: '30 ml', basis: 'fish' }), '30 ml, follows fish');
  assert.equal(fill('{what}: {what}', { what: 2 }), '2: 2');
  assert.equal(fill('no slot', {}), 'no slot');
  // @ts-expect-error a slot is left open
  assert.equal(fill('Move {line}', {}), 'Move undefined');
  // What is put in is not read again.
  assert.equal(fill('Move {line}', { line: '{line}' }), 'Move {line}');
});

test('what nobody named stands for itself', () => {
  assert.equal(named(terms.units, 'degC'), '°C');
  assert.equal(named(terms.units, 'bushel'), 'bushel');
  // Nor is what every object has a name of ours.
  assert.equal(named(terms.units, 'constructor'), 'constructor');
});

const SRC = new URL('../src/', import.meta.url);
const source = readdirSync(SRC, { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.tsx?$/.test(file))
  .map((file) => readFileSync(new URL(file, SRC), 'utf8'))
  .join('\n');
const used = (word: string) => new RegExp(`\\b${word.replaceAll('.', '\\.')}\\b`).test(source);

test('the catalogue holds no word that no screen says', () => {
  const dead = Object.keys(names).filter((name) => !used(`names.${name}`));
  for (const [part, words] of Object.entries(says)) {
    // A part that is looked up by what the core answers is used as a whole.
    if (new RegExp(`says\\.${part}(\\[|,|\\))`).test(source)) continue;
    dead.push(
      ...Object.keys(words)
        .map((word) => `${part}.${word}`)
        .filter((word) => !used(`says.${word}`)),
    );
  }
  for (const [name, catalogue] of Object.entries({ people, amounts })) {
    for (const [part, words] of Object.entries(catalogue)) {
      if (new RegExp(`${name}\\.${part}(\\[|,|\\)|\\}|;)`).test(source)) continue;
      dead.push(
        ...Object.keys(words)
          .map((word) => `${name}.${part}.${word}`)
          .filter((word) => !used(word)),
      );
    }
  }
  assert.deepEqual(dead, []);
});
