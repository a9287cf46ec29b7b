import { useQuery } from '@tanstack/react-query';
import { type Json, type Pantry, pantryQuery } from '@/api';
import type { KitchenSettings } from '@/api/people';
import { Button, Choice, LinkButton, NumberInput, TextInput } from '@/ui';
import { fill, named, terms } from '@/words';
import { people } from '@/words/people';

type Rule = KitchenSettings['house_rules'][number];
const WORDS = 'words';

interface Props {
  kitchen: string;
  rules: Rule[];
  owns: boolean;
  faultOf: (path: string) => string | undefined;
  onChange: (rules: Rule[]) => void;
}

/** What a kitchen always does: in words, as bounds of a reading, or as the school that it follows. */
export function Rules({ kitchen, rules, owns, faultOf, onChange }: Props) {
  const pantry = useQuery(pantryQuery(kitchen)).data;
  return (
    <>
      <p className="mt-1 text-sm text-quiet">{people.kitchen.rulesSay}</p>
      <ul className="mt-2 space-y-3">
        {rules.map((rule, place) => {
          const fault = faultOf(`/house_rules/${place}`) ?? faultOf(`/house_rules/${place}/text`);
          const change = (next: Partial<Rule>) =>
            onChange(rules.map((one, at) => (at === place ? { ...one, ...next } : one)));
          return (
            <li key={rule.id}>
              <p className="flex items-center gap-2">
                <TextInput
                  label={fill(people.names.rule, { place: place + 1 })}
                  className="min-w-0 grow"
                  value={rule.text}
                  disabled={!owns}
                  fault={fault}
                  onType={(text) => change({ text })}
                />
                {owns && (
                  <LinkButton
                    aria-label={fill(people.names.dropRule, { place: place + 1 })}
                    onClick={() => onChange(rules.filter((_, at) => at !== place))}
                    className="min-w-6"
                  >
                    ×
                  </LinkButton>
                )}
              </p>
              {pantry && (
                <HeldBy pantry={pantry} rule={rule} place={place + 1} owns={owns} onChange={change} />
              )}
              {fault && (
                <p role="alert" className="text-sm text-stop">
                  {fault}
                </p>
              )}
            </li>
          );
        })}
      </ul>
      {owns && (
        <Button
          look="plain"
          className="mt-2"
          onClick={() => onChange([...rules, { id: crypto.randomUUID(), text: '', applies: 'all' }])}
        >
          {people.names.addRule}
        </Button>
      )}
    </>
  );
}

interface HeldByProps {
  pantry: Pantry;
  rule: Rule;
  place: number;
  owns: boolean;
  onChange: (next: Partial<Rule>) => void;
}

/** What of a rule is held against each formula: a reading and its bounds for some fish or diners, or a school. */
function HeldBy({ pantry, rule, place, owns, onChange }: HeldByProps) {
  const schools = pantry.schools.flatMap((one) =>
    Object.entries(one.options).map(([id, name]) => [
      `${one.question}/${id}`,
      fill(people.kitchen.school, { ask: one.ask, option: name }),
    ]),
  );
  const readings = pantry.house_targets.map((one) => [one.id, one.name]);
  const now = rule.target ?? (rule.question ? `${rule.question}/${rule.option}` : WORDS);
  const unit = pantry.house_targets.find((one) => one.id === rule.target)?.unit ?? '';
  const pick = (picked: string) => {
    const [question = null, option = null] = picked.includes('/') ? picked.split('/') : [];
    const target = picked === WORDS || question ? null : picked;
    onChange({ target, question, option, ...(target ? {} : { min: null, max: null }) });
  };
  const bound = (end: 'min' | 'max', label: string) => (
    <span className="flex items-center gap-1">
      {label}
      <NumberInput
        label={fill(people.names.ruleBound, { place, bound: label })}
        value={rule[end] ?? null}
        disabled={!owns}
        onType={(typed: Json) => onChange({ [end]: typed as number | null })}
        className="w-16"
      />
    </span>
  );
  return (
    <p className="mt-1 flex flex-wrap items-center gap-2 text-sm">
      <Choice
        label={fill(people.names.ruleHeldBy, { place })}
        value={now}
        choices={Object.fromEntries([[WORDS, people.kitchen.ruleInWords], ...readings, ...schools])}
        disabled={!owns}
        onPick={pick}
        className="max-w-48"
      />
      {rule.target && (
        <>
          {bound('min', people.kitchen.least)}
          {bound('max', people.kitchen.most)}
          <span className="text-quiet">{named(terms.units, unit)}</span>
          <Choice
            label={fill(people.names.ruleFor, { place })}
            value={rule.applies}
            choices={people.rulesFor}
            disabled={!owns}
            onPick={(applies) => onChange({ applies })}
          />
        </>
      )}
    </p>
  );
}
