import { useState } from 'react';
import type { Json } from '@/api';
import { list, newId, put } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, LinkButton } from '@/ui';
import { names, says, terms } from '@/words';
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
      <Row label={names.cut} way={['fish', 'cut']}>
        <Pick
          way={['fish', 'cut']}
          label={names.cut}
          choices={cuts}
          onPick={(cut) => change(withCut(latest(), cut, fish))}
        />
      </Row>
      {groups.length === 0 && (
        <>
          <Measured
            row={names.weight}
            way={['fish', 'weight']}
            label={names.weight}
            unit="g"
            quantity="mass"
            wide
          />
          <Row label={names.weighedAs}>
            <Pick
              way={['fish', 'weight', 'basis']}
              label={names.weighedAs}
              choices={terms.choices.basis}
              usual={fish?.basis}
            />
          </Row>
          <Row label={names.pieces} way={['fish', 'pieces']}>
            <Typed way={['fish', 'pieces']} label={names.pieces} />
          </Row>
          <Measured
            row={names.thickness}
            way={['fish', 'thickness']}
            label={names.thickness}
            unit="mm"
            quantity="length"
          />
        </>
      )}
      <Row label={names.servings} way={['servings']}>
        {!readOnly && (
          <Button look="plain" className="min-h-8! px-2! text-sm" onClick={onScale}>
            {names.scale}
          </Button>
        )}
        <Typed way={['servings']} label={names.servings} />
      </Row>
      <WeighedAs />
      <Groups />
      <Advice below="/fish" />
      <Row label={says.fish.skinAndBone}>
        <Pick way={['fish', 'skin']} label={names.skin} choices={terms.choices.skin} usual={fish?.skin} />
        <Pick way={['fish', 'bone']} label={names.bone} choices={terms.choices.bone} usual={fish?.bone} />
      </Row>
      <Row label={says.fish.state}>
        <Pick
          way={['fish', 'state']}
          label={names.freshOrThawed}
          choices={terms.choices.state}
          usual="fresh"
        />
      </Row>
      <Measured
        row={says.fish.at}
        way={['fish', 'temperature']}
        label={names.fishTemperature}
        unit="degC"
        quantity="temperature"
        hint="4"
      />
      <Row label={says.fish.slashes} way={['fish', 'slashes']}>
        <Typed way={['fish', 'slashes', 'per_side']} label={names.slashesASide} />
        <Pick
          way={['fish', 'slashes', 'depth']}
          label={names.slashDepth}
          choices={terms.choices.depth}
          usual="half"
        />
      </Row>
      <Measured
        row={says.fish.thinZone}
        way={['fish', 'thin_zone']}
        label={names.thinZone}
        unit="mm"
        quantity="length"
      />
      {noScale && (
        <Row label={says.fish.onePiece} way={['fish', 'length']}>
          <Typed
            way={['fish', 'length', 'value']}
            label={names.pieceLength}
            unit="mm"
            hint={says.fish.long}
          />
          <Typed way={['fish', 'width', 'value']} label={names.pieceWidth} unit="mm" hint={says.fish.wide} />
          <span className="self-center text-sm text-quiet">{terms.units.mm}</span>
        </Row>
      )}
      {!readOnly && (
        <p className="mt-1.5 flex flex-wrap gap-x-3 text-sm">
          {!noScale && <LinkButton onClick={() => setNoScale(true)}>{names.noScale}</LinkButton>}
          {groups.length === 0 && <LinkButton onClick={unlike}>{names.unlike}</LinkButton>}
        </p>
      )}
    </>
  );
}
