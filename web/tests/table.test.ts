import assert from 'node:assert/strict';
import { test } from 'node:test';
import { csv, fileName, type Origin } from '@/ui/table';

const OF: Origin = {
  formula: 'Zander, dry-brined',
  version: 'v3',
  jar: '=HYPERLINK("here")',
  engine: 'jarcore 0.9.0 tables:1f0c93be72aa commit:unknown pantry:shipped',
};

test('every row says of what it is, and what reckoned it', () => {
  const rows = [
    { time_min: 0, salt_pct: 0.30000000000000004, place: 'a\nb' },
    { time_min: 12.5, salt_pct: null, place: '-' },
  ];
  const jar = `"'=HYPERLINK(""here"")"`;
  const engine = 'jarcore 0.9.0 tables:1f0c93be72aa commit:unknown pantry:shipped';
  assert.equal(
    csv(OF, rows),
    [
      'formula,version,jar,time_min,salt_pct,place,engine',
      `"Zander, dry-brined",v3,${jar},0,0.3,"a\nb",${engine}`,
      `"Zander, dry-brined",v3,${jar},12.5,,'-,${engine}`,
      '',
    ].join('\r\n'),
  );
});

for (const [what, of, name] of [
  [
    'words are parted by hyphens',
    OF,
    'zander-dry-brined_v3_hyperlink-here_cut-across_jarcore_0.9.0_1f0c93be72aa',
  ],
  [
    'letters of any script stay',
    { ...OF, formula: 'Røye · 鮭', jar: '' },
    'røye-鮭_v3_cut-across_jarcore_0.9.0_1f0c93be72aa',
  ],
  [
    'no path comes out of a name',
    { ...OF, formula: '../../etc', jar: 'a/b' },
    'etc_v3_a-b_cut-across_jarcore_0.9.0_1f0c93be72aa',
  ],
  [
    'a long title is cut, and nothing is reckoned yet',
    { ...OF, formula: 'x'.repeat(300), jar: '', engine: '' },
    `${'x'.repeat(40)}_v3_cut-across`,
  ],
] as const)
  test(`the file's name: ${what}`, () => assert.equal(fileName(of, 'cut-across'), name));
