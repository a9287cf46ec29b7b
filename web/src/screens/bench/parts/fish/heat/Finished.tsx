import { text } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { names, says, terms } from '@/words';
import { Said } from '@/words/Said';
import { Degrees, Flag, Minutes, Pick } from '../fields';
import { hinted } from './hinted';

/** What a piece is finished in after it was browned. */
export function Finished() {
  const { value, set, evaluation } = useOpened();
  const way = ['cook', 'finished_in'] as const;
  const stages = evaluation?.cook.stages ?? [];
  const before = stages.slice(0, -1).reduce((sum, stage) => sum + stage.minutes, 0);
  const to = text(value([...way, 'method']));
  const known = value(way) !== undefined;
  return (
    <p>
      <Said
        words={says.cooking.thenIn}
        slots={{
          heat: (
            <Pick
              way={[...way, 'method']}
              label={names.finishedIn}
              choices={terms.choices.finished_in}
              usual={known ? 'oven' : 'none'}
              none="none"
              onPick={(picked) =>
                set(way, picked === 'none' ? undefined : { ...(value(way) as object), method: picked })
              }
            />
          ),
          how: known && (
            <>
              <Said
                words={says.cooking.finishing}
                slots={{
                  at: (
                    <Degrees
                      way={[...way, 'medium_temperature']}
                      label={names.finishedAt}
                      hint={hinted(stages.at(-1)?.celsius)}
                    />
                  ),
                  after: (
                    <Minutes way={[...way, 'after']} label={names.finishedAfter} hint={hinted(before)} />
                  ),
                }}
              />
              {to !== 'top_grill' && (
                <Flag
                  way={[...way, 'fan']}
                  label={names.finishedFan}
                  no={says.cooking.noFan}
                  yes={says.cooking.fan}
                />
              )}
            </>
          ),
        }}
      />
    </p>
  );
}
