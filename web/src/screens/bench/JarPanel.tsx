import { grams } from '@/format/numbers';
import { AddLine } from './AddLine';
import { faultAt, useBench } from './BenchContext';
import { list } from './document';
import { LineRow } from './LineRow';
import { MethodSentence } from './MethodSentence';
import { Strata } from './Strata';

/** The open jar: how it is used, in one sentence, and its lines. */
export function JarPanel({ place }: { place: number }) {
  const { value, evaluation } = useBench();
  const lines = list(value(['jars', place, 'lines']));
  const fault = faultAt(evaluation, ['jars', place]) ?? faultAt(evaluation, ['jars', place, 'lines']);
  return (
    <section
      aria-label="Open jar"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, so keys must reach it
      tabIndex={0}
      className="min-h-0 grow overflow-y-auto rounded-plate border border-line bg-plate p-3.5"
    >
      <MethodSentence place={place} />
      <table className="mt-2 w-full border-collapse">
        <thead className="text-left text-sm text-quiet">
          <tr>
            <th className="py-1 font-normal">Line</th>
            <th className="font-normal">Written</th>
            <th className="font-normal">Follows</th>
            <th className="pr-3 text-right font-normal">Weigh</th>
            <th className="hidden font-normal xl:table-cell">Brings</th>
            <th>
              <span className="sr-only">Take out</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.map((_, line) => (
            <LineRow
              // biome-ignore lint/suspicious/noArrayIndexKey: a line of a draft may lack an id
              key={line}
              jar={place}
              line={line}
            />
          ))}
        </tbody>
      </table>
      <AddLine jar={place} />
      {fault && <p className="mt-2 rounded-control bg-warn-soft p-2 text-sm text-warn">{fault.text}</p>}
      <Coating place={place} />
      <Strata strata={evaluation?.jars[place]?.reading.strata ?? []} />
    </section>
  );
}

/** Of a coating three numbers: what to set out, what stays on the fish, what is thrown away. */
function Coating({ place }: { place: number }) {
  const reading = useBench().evaluation?.jars[place]?.reading;
  if (!reading || reading.set_out_g === reading.pick_up_g) return null;
  return (
    <p className="mt-2" data-part="coating">
      Set out <strong>{grams(reading.set_out_g)}</strong>; <strong>{grams(reading.pick_up_g)}</strong> stays
      on the fish, {grams(reading.discard_g)} is thrown away.
      {reading.flow && ` It flows like ${reading.flow.replace('_', ' ')}.`}
    </p>
  );
}
