import { useQuery } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { photoAt, photosAt, recordQuery, runDocumentAt } from '@/api';
import { fill, named, terms } from '@/words';
import { duration, grams } from '@/words/numbers';
import { run as words } from '@/words/run';
import { AsItIs } from './AsItIs';

const clock = (at: string | null) => at?.slice(11, 16) ?? '';

/** A run on record: each step as planned and as it was, and what it came to. */
export function RecordTable({ kitchen, run, began }: { kitchen: string; run: number; began: string }) {
  const record = useQuery(recordQuery(kitchen, run)).data;
  if (!record) return null;
  const { late_min: late } = record;
  return (
    <section aria-label={words.names.record} data-part="record" className="space-y-2">
      <ul className="text-lg">
        <li data-part="late">
          {late !== null && late > 0 ? fill(words.recordLast, { time: duration(late) }) : words.recordOnTime}
        </li>
        {record.warm_minutes.map((one) => (
          <li key={one.course}>
            {fill(words.recordWarm, { course: one.course, minutes: Math.round(one.minutes) })}
          </li>
        ))}
        {record.open > 0 && <li>{fill(words.recordOpen, { many: record.open })}</li>}
        {record.mended.map((one) => (
          <li key={one.at} data-part="mended">
            {clock(one.at)} {one.text}
          </li>
        ))}
        {record.happened.map((one) => (
          <li key={one.at + one.what}>
            {clock(one.at)} {words.whats[one.what as keyof typeof words.whats] ?? one.what}
            {one.course && `, ${one.course}`}
            {typeof one.says.covers === 'number' && `: ${one.says.covers}`}
            {typeof one.says.minutes === 'number' && `: ${duration(one.says.minutes)}`}
            {typeof one.says.note === 'string' && `. ${one.says.note}`}
          </li>
        ))}
      </ul>
      <AsItIs />
      <p>
        <a className="underline" href={runDocumentAt(kitchen, run)} download>
          {words.names.document}
        </a>
        {record.photos.length > 0 && (
          <a className="ml-4 underline" href={photosAt(kitchen, run)} download>
            {words.names.photos}
          </a>
        )}
        <Link
          to="/$kitchen/temperatures"
          params={{ kitchen }}
          search={{ day: began.slice(0, 10) }}
          className="ml-4 underline"
        >
          {words.names.temperatures}
        </Link>
      </p>
      {record.photos.length > 0 && (
        <ul className="flex flex-wrap gap-2" data-part="photos">
          {record.photos.map((one) => (
            <li key={one.photo}>
              <a href={photoAt(kitchen, run, one.photo)} target="_blank" rel="noreferrer">
                <img
                  src={photoAt(kitchen, run, one.photo)}
                  alt={fill(words.photoOf, { what: one.text ?? words.names.record, at: clock(one.at) })}
                  loading="lazy"
                  className="h-28 rounded-plate"
                />
              </a>
            </li>
          ))}
        </ul>
      )}
      <table className="w-full border-collapse bg-plate text-left">
        <caption className="sr-only">{words.recordSays}</caption>
        <thead>
          <tr className="border-b border-edge text-quiet">
            <th className="p-1.5">{words.recordPlanned}</th>
            <th className="p-1.5">{words.recordWas}</th>
            <th className="p-1.5">{words.recordLate}</th>
            <th className="p-1.5">{words.recordStep}</th>
            <th className="p-1.5">{words.recordBy}</th>
          </tr>
        </thead>
        <tbody>
          {record.steps.map((step) => (
            <tr key={step.step} className="border-b border-line align-top" data-record={step.step}>
              <td className="p-1.5">{clock(step.planned)}</td>
              <td className="p-1.5 font-semibold">{clock(step.was)}</td>
              <td className={`p-1.5 ${(step.late_min ?? 0) > 1 ? 'text-warn' : 'text-quiet'}`}>
                {step.late_min !== null && step.late_min > 1 ? duration(step.late_min) : ''}
              </td>
              <td className="p-1.5">
                {step.text}
                {step.skipped !== null && (
                  <span className="block text-warn">{fill(words.recordSkipped, { why: step.skipped })}</span>
                )}
                {step.weighed.map((line) => (
                  <span key={line.name} className="block text-sm text-quiet" data-weighed={line.name}>
                    {fill(words.recordWeighed, {
                      line: line.name,
                      was: grams(line.was_g),
                      meant: grams(line.meant_g),
                    })}
                    {line.source === 'simulated' && ` (${words.simulated})`}
                  </span>
                ))}
                {step.gates.map((gate) => (
                  <span
                    key={gate.text}
                    data-standing={gate.standing}
                    className={`block text-sm ${gate.standing === 'held' ? 'text-quiet' : 'text-stop'}`}
                  >
                    {gate.text}{' '}
                    {gate.value !== null && `${gate.value} ${gate.unit ? named(terms.units, gate.unit) : ''}`}{' '}
                    {gate.source === 'simulated' && `(${words.simulated}) `}
                    {words.stood[gate.standing]}
                    {gate.accepted && ` ${fill(words.acceptedBecause, { why: gate.accepted })}`}
                  </span>
                ))}
              </td>
              <td className="p-1.5">{step.by}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
