import { atWay, list, text } from '@/document/document';
import { Choice } from '@/ui';
import { fill, terms } from '@/words';
import { day } from '@/words/day';
import { useService } from '../../state/opened';
import { Add, Count, Drop, Fault, Word } from './fields';

type Kind = keyof typeof day.stations;
/** What oil may have fried that somebody avoids. */
const FRYER = 'fryer';
const NOTHING = 'nothing';

/** What there is to cook on and in. */
export function Stations() {
  const { value, put, readOnly } = useService();
  const stations = list(value(['kitchen', 'stations']));
  return (
    <>
      {stations.map((station, place) => {
        const way = ['kitchen', 'stations', place] as const;
        const kind = text(atWay(station, ['kind']));
        const name = text(atWay(station, ['id'])) ?? kind ?? '';
        const held = list(atWay(station, ['held'])).map(String);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: what a station is called is typed here
          <div key={place} className="flex flex-wrap items-center gap-x-1 leading-7" data-station={place}>
            <Word way={[...way, 'id']} label={fill(day.names.stationName, { place: place + 1 })} />
            <span className="text-quiet">
              {kind && kind in day.stations ? day.stations[kind as Kind] : kind}
            </span>
            <Count way={[...way, 'watts']} label={fill(day.names.watts, { station: name })} />
            {day.setup.w}
            {kind === FRYER && (
              <>
                <Count way={[...way, 'litres']} label={fill(day.names.litres, { station: name })} />
                {day.setup.l}
                <Choice
                  label={fill(day.names.held, { station: name })}
                  look="value"
                  value={held[0] ?? NOTHING}
                  choices={{
                    [NOTHING]: day.setup.heldNothing,
                    ...Object.fromEntries(
                      Object.entries(terms.avoided).map(([id, what]) => [
                        id,
                        fill(day.setup.heldLine, { what }),
                      ]),
                    ),
                  }}
                  onPick={(what) => put([...way, 'held'], what === NOTHING ? [] : [what])}
                />
              </>
            )}
            <Drop way={way} label={fill(day.names.dropStation, { station: name })} />
            <Fault way={[...way, 'kind']} />
          </div>
        );
      })}
      <Fault way={['kitchen', 'stations']} />
      {!readOnly && (
        <Choice
          label={day.names.addStation}
          value=""
          choices={{ '': day.names.addStation, ...day.stations }}
          onPick={(kind) => {
            if (kind)
              put(['kitchen', 'stations', stations.length], { id: freeName(kind, stations.length), kind });
          }}
          className="mt-1"
        />
      )}
    </>
  );

  function freeName(kind: string, from: number): string {
    const known = stations.map((one) => text(atWay(one, ['id'])));
    if (!known.includes(kind)) return kind;
    for (let number = from; ; number += 1)
      if (!known.includes(`${kind}-${number}`)) return `${kind}-${number}`;
  }
}

/** The pans there are, by their diameter. */
export function Pans() {
  const { value, put } = useService();
  const pans = list(value(['kitchen', 'pans']));
  return (
    <>
      {pans.map((_, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: pans have no other name
        <p key={place} className="flex items-center gap-1 leading-7" data-pan={place}>
          <Count
            way={['kitchen', 'pans', place, 'diameter_mm']}
            label={fill(day.names.pan, { place: place + 1 })}
          />
          {day.setup.mm}
          <Drop way={['kitchen', 'pans', place]} label={fill(day.names.dropPan, { place: place + 1 })} />
        </p>
      ))}
      <Add
        label={day.names.addPan}
        onAdd={() => put(['kitchen', 'pans', pans.length], { id: `p${pans.length + 1}`, diameter_mm: 280 })}
      />
    </>
  );
}
