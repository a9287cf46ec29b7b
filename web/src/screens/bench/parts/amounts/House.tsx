import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type AnswerOf, sessionQuery } from '@/api';
import { list, within } from '@/document/document';
import { useJarName } from '@/formula/jars/useJarName';
import { useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { LinkButton, TextInput } from '@/ui';
import { fill } from '@/words';
import { amounts } from '@/words/amounts';
import { inUnit } from '@/words/numbers';

const words = amounts.house;
type Kept = AnswerOf<'house'>[number];
const OFF = ['under', 'over', 'other'];

/** How the formula stands to the kitchen's house rules: what it is off comes first, and it may leave one knowingly. */
export function House() {
  const { kitchen } = useOpened();
  const rules = useQuery(sessionQuery).data?.person?.kitchens.find((one) => one.slug === kitchen)?.settings
    .house_rules;
  const { answer } = useQuestion('house', rules?.length ? {} : null);
  if (!answer?.length) return null;
  const off = answer.filter((one) => OFF.includes(one.state));
  const others = answer.filter((one) => !OFF.includes(one.state));
  return (
    <section aria-label={words.title} className="mt-2 border-t border-line pt-1 text-sm" data-part="house">
      <h2 className="text-lg">{words.title}</h2>
      <ul>
        {off.map((one) => (
          <Rule key={`${one.id} ${one.jar}`} one={one} />
        ))}
      </ul>
      {others.length > 0 && (
        <details open={off.length === 0}>
          <summary className="cursor-pointer text-quiet">
            {fill(words.others, { number: others.length })}
          </summary>
          <ul>
            {others.map((one) => (
              <Rule key={`${one.id} ${one.jar}`} one={one} />
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function Rule({ one }: { one: Kept }) {
  const { value, set, apply, readOnly } = useOpened();
  const [why, setWhy] = useState<string | null>(null);
  const said = list(value(['house_rules']));
  const others = said.filter((other) => within<'HouseRuleSaid'>(other, 'id') !== one.id);
  const off = OFF.includes(one.state);
  const nameOf = useJarName();
  const jar = one.jar === null ? '' : nameOf(one.jar);
  const leave = () => set(['house_rules'], [...others, { id: one.id, follows: false, why: why ?? '' }]);
  const follow = () => set(['house_rules'], others.length ? others : undefined);
  return (
    <li className="border-b border-line py-1" data-rule={one.id} data-state={one.state}>
      <span className={off ? 'font-semibold text-warn' : one.state === 'kept' ? 'text-best' : ''}>
        {one.text}
      </span>{' '}
      {off && one.held !== null && (
        <span>
          {fill(words.held, {
            what: [jar, one.what].filter(Boolean).join(', '),
            held: inUnit(one.held, one.unit),
            asked: one.asked,
          })}{' '}
        </span>
      )}
      {one.state === 'other' && <span>{fill(words.school, { jar, asked: one.asked })} </span>}
      {one.state === 'unknown' && <span className="text-quiet">{words.unknown}</span>}
      {one.state === 'words' && <span className="text-quiet">{words.yours}</span>}
      {one.state === 'left' && <span>{fill(words.left, { why: one.why || words.noReason })} </span>}
      {!readOnly && one.deed && <LinkButton onClick={() => apply(one.patch)}>{one.deed}</LinkButton>}
      {!readOnly && off && why === null && (
        <LinkButton className="ml-2" onClick={() => setWhy('')}>
          {words.leave}
        </LinkButton>
      )}
      {!readOnly && one.state === 'left' && <LinkButton onClick={follow}>{words.follow}</LinkButton>}
      {why !== null && off && (
        <span className="mt-1 flex gap-1">
          <TextInput
            label={fill(words.whyOf, { rule: one.text })}
            placeholder={words.why}
            value={why}
            onType={setWhy}
            className="min-w-0 grow"
            autoFocus
          />
          <LinkButton onClick={leave}>{words.leaveIt}</LinkButton>
        </span>
      )}
    </li>
  );
}
