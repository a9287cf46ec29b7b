import { useState } from 'react';
import type { Json } from '@/api';
import { list, newId, put } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, LinkButton } from '@/ui';
import { CHOICES, HEAT_UNITS, LENGTH_UNITS, WEIGHT_UNITS } from '@/words/texts';
import { withCut } from '../../state/withCut';
import { Advice } from '../Advice';
import { Measured, Pick, Row, Typed } from './fields';
import { anotherGroup, Groups, WeighedAs } from './Groups';

/** Cut, weight, pieces, thickness, servings: what amounts and times hang on. */
export function Measures({ onScale }: { onScale: () => void }) {
  const { pantry, value, readOnly, document, latest, change, evaluation } = useOpened();
  const fish = evaluation?.fish;
  const sized = (['length', 'width'] as const).some((side) => value(['fish', side, 'value']) !== undefined);
  const [noScale, setNoScale] = useState(sized);
  const groups = list(value(['fish', 'groups']));
  const cuts = Object.fromEntries(pantry.cuts.map((cut) => [cut.id, cut.name.toLowerCase()]));

  /** The present pieces become the first of two groups. */
  function unlike() {
    const { pieces, weight, thickness, ...rest } = (value(['fish']) ?? {}) as { [key: string]: Json };
    const first = { id: newId(), pieces: pieces ?? null, weight: weight ?? {}, thickness: thickness ?? {} };
    change(
      put(document, ['fish'], {
        ...rest,
        groups: [first, anotherGroup(first)],
      }),
    );
  }

  return (
    <>
      <Row label="Cut" way={['fish', 'cut']}>
        <Pick
          way={['fish', 'cut']}
          label="Cut"
          choices={cuts}
          onPick={(cut) => change(withCut(latest(), cut, fish))}
        />
      </Row>
      {groups.length === 0 && (
        <>
          <Measured
            row="Weight"
            way={['fish', 'weight']}
            label="Weight"
            unit="g"
            units={WEIGHT_UNITS}
            unitLabel="Unit of weight"
            wide
          />
          <Row label="Weighed as">
            <Pick
              way={['fish', 'weight', 'basis']}
              label="Weighed as"
              choices={CHOICES.basis ?? {}}
              usual={fish?.basis}
            />
          </Row>
          <Row label="Pieces" way={['fish', 'pieces']}>
            <Typed way={['fish', 'pieces']} label="Pieces" />
          </Row>
          <Measured
            row="Thickness"
            way={['fish', 'thickness']}
            label="Thickness"
            unit="mm"
            units={LENGTH_UNITS}
            unitLabel="Unit of thickness"
          />
        </>
      )}
      <Row label="Servings" way={['servings']}>
        {!readOnly && (
          <Button look="plain" className="min-h-8! px-2! text-sm" onClick={onScale}>
            Scale …
          </Button>
        )}
        <Typed way={['servings']} label="Servings" />
      </Row>
      <WeighedAs />
      <Groups />
      <Advice below="/fish" />
      <Row label="Skin, bone">
        <Pick way={['fish', 'skin']} label="Skin" choices={CHOICES.skin ?? {}} usual={fish?.skin} />
        <Pick way={['fish', 'bone']} label="Bone" choices={CHOICES.bone ?? {}} usual={fish?.bone} />
      </Row>
      <Row label="State">
        <Pick way={['fish', 'state']} label="Fresh or thawed" choices={CHOICES.state ?? {}} usual="fresh" />
      </Row>
      <Measured
        row="Fish at"
        way={['fish', 'temperature']}
        label="Temperature of the fish"
        unit="degC"
        units={HEAT_UNITS}
        unitLabel="Unit of the fish's temperature"
        hint="4"
      />
      <Row label="Slashes" way={['fish', 'slashes']}>
        <Typed way={['fish', 'slashes', 'per_side']} label="Slashes a side" />
        <Pick
          way={['fish', 'slashes', 'depth']}
          label="Depth of the slashes"
          choices={CHOICES.depth ?? {}}
          usual="half"
        />
      </Row>
      <Measured
        row="Thin zone"
        way={['fish', 'thin_zone']}
        label="Thickness of the thin zone"
        unit="mm"
        units={LENGTH_UNITS}
        unitLabel="Unit of the thin zone"
      />
      {noScale && (
        <Row label="One piece" way={['fish', 'length']}>
          <Typed way={['fish', 'length', 'value']} label="Length of one piece" unit="mm" hint="long" />
          <Typed way={['fish', 'width', 'value']} label="Width of one piece" unit="mm" hint="wide" />
          <span className="self-center text-sm text-quiet">mm</span>
        </Row>
      )}
      {!readOnly && (
        <p className="mt-1.5 flex flex-wrap gap-x-3 text-sm">
          {!noScale && <LinkButton onClick={() => setNoScale(true)}>No scale? Estimate by size</LinkButton>}
          {groups.length === 0 && <LinkButton onClick={unlike}>Pieces of unlike size</LinkButton>}
        </p>
      )}
    </>
  );
}
