import { useState } from 'react';
import type { Json } from '@/api';
import { list, newId, put } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, LinkButton } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { Said } from '@/words/Said';
import { withCut } from '../../state/withCut';
import { Advice } from '../Advice';
import { AtPlace, Measure, Measured, Pick, Row, Typed } from './fields';
import { anotherGroup, Groups, WeighedAs } from './Groups';

/** Cut, weight, pieces, thickness, servings as a sentence of values: what amounts and times hang on. */
export function Measures({ onScale }: { onScale: () => void }) {
  const { pantry, value, readOnly, document, latest, change, evaluation } = useOpened();
  const fish = evaluation?.fish;
  const sized = (['length', 'width'] as const).some((side) => value(['fish', side, 'value']) !== undefined);
  const [noScale, setNoScale] = useState(false);
  const groups = list(value(['fish', 'groups']));
  const cuts = Object.fromEntries(pantry.cuts.map((cut) => [cut.id, cut.name.toLowerCase()]));

  /** The present pieces become the first of two groups. */
  function unlike() {
    const { pieces, weight, thickness, ...rest } = (value(['fish']) ?? {}) as { [key: string]: Json };
    const first = { id: newId(), pieces: pieces ?? null, weight: weight ?? {}, thickness: thickness ?? {} };
    change(put(document, ['fish'], { ...rest, groups: [first, anotherGroup(first)] }));
  }

  const cut = (
    <Pick
      way={['fish', 'cut']}
      label={names.cut}
      choices={cuts}
      onPick={(picked) => change(withCut(latest(), picked, fish))}
    />
  );
  const state = (
    <Pick way={['fish', 'state']} label={names.freshOrThawed} choices={terms.choices.state} usual="fresh" />
  );
  const temperature = (
    <Measure
      way={['fish', 'temperature']}
      label={names.fishTemperature}
      unit="degC"
      quantity="temperature"
      hint="4"
    />
  );
  const servings = <Typed way={['servings']} label={names.servings} />;
  const flesh = {
    skin: <Pick way={['fish', 'skin']} label={names.skin} choices={terms.choices.skin} usual={fish?.skin} />,
    bone: <Pick way={['fish', 'bone']} label={names.bone} choices={terms.choices.bone} usual={fish?.bone} />,
    state,
    temperature,
    servings,
  };

  return (
    <>
      <p className="mt-0.5 leading-8" data-part="fish-sentence">
        {groups.length === 0 ? (
          <Said
            words={says.fish.sentence}
            slots={{
              pieces: <Typed way={['fish', 'pieces']} label={names.pieces} />,
              cut,
              weight: <Measure way={['fish', 'weight']} label={names.weight} unit="g" quantity="mass" />,
              basis: (
                <Pick
                  way={['fish', 'weight', 'basis']}
                  label={names.weighedAs}
                  choices={terms.choices.basis}
                  usual={fish?.basis}
                />
              ),
              thickness: (
                <Measure way={['fish', 'thickness']} label={names.thickness} unit="mm" quantity="length" />
              ),
              ...flesh,
            }}
          />
        ) : (
          <Said words={says.fish.sentenceOfGroups} slots={{ cut, ...flesh }} />
        )}
      </p>
      {MEASURED.map((field) => (
        <AtPlace key={field} way={['fish', field]} />
      ))}
      <AtPlace way={['servings']} />
      <WeighedAs />
      <Groups />
      <Advice below="/fish" />
      {!readOnly && (
        <p className="mt-1 flex flex-wrap items-center gap-x-3 text-sm">
          <Button look="plain" className="min-h-8! px-2! text-sm" onClick={onScale}>
            {names.scale}
          </Button>
          {!sized && !noScale && <LinkButton onClick={() => setNoScale(true)}>{names.noScale}</LinkButton>}
          {groups.length === 0 && <LinkButton onClick={unlike}>{names.unlike}</LinkButton>}
        </p>
      )}
      <details className="mt-1 text-sm" open={noScale}>
        <summary className="min-h-6 cursor-pointer text-quiet">{names.moreOfFish}</summary>
        <Row label={says.fish.slashes} way={['fish', 'slashes']}>
          <Typed way={['fish', 'slashes', 'per_side']} label={names.slashesASide} />
          <Pick
            way={['fish', 'slashes', 'depth']}
            label={names.slashDepth}
            choices={terms.choices.depth}
            usual="half"
          />
          {fish?.slots ? (
            <span className="self-center text-quiet">{fill(says.fish.slots, { number: fish.slots })}</span>
          ) : null}
        </Row>
        <Measured
          row={says.fish.thinZone}
          way={['fish', 'thin_zone']}
          label={names.thinZone}
          unit="mm"
          quantity="length"
        />
        {(sized || noScale) && (
          <Row label={says.fish.onePiece} way={['fish', 'length']}>
            <Typed
              way={['fish', 'length', 'value']}
              label={names.pieceLength}
              unit="mm"
              hint={says.fish.long}
            />
            <Typed
              way={['fish', 'width', 'value']}
              label={names.pieceWidth}
              unit="mm"
              hint={says.fish.wide}
            />
            <span className="self-center text-sm text-quiet">{terms.units.mm}</span>
          </Row>
        )}
      </details>
    </>
  );
}

/** What the sentence holds, in its order: what is wrong with any of it is told below. */
const MEASURED = ['pieces', 'cut', 'weight', 'thickness', 'skin', 'bone', 'state', 'temperature'] as const;
