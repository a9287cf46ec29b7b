import type { KitchenSettings } from '@/api/people';
import { Button, LinkButton, TextInput } from '@/ui';
import { fill } from '@/words';
import { people } from '@/words/people';

type Rule = KitchenSettings['house_rules'][number];

interface Props {
  rules: Rule[];
  owns: boolean;
  faultOf: (path: string) => string | undefined;
  onChange: (rules: Rule[]) => void;
}

/** What a kitchen always does, a line each. */
export function Rules({ rules, owns, faultOf, onChange }: Props) {
  return (
    <>
      <p className="mt-1 text-sm text-quiet">{people.kitchen.rulesSay}</p>
      <ul className="mt-2 space-y-2">
        {rules.map((rule, place) => {
          const fault = faultOf(`/house_rules/${place}/text`);
          return (
            <li key={rule.id}>
              <p className="flex items-center gap-2">
                <TextInput
                  label={fill(people.names.rule, { place: place + 1 })}
                  className="min-w-0 grow"
                  value={rule.text}
                  disabled={!owns}
                  fault={fault}
                  onType={(text) => onChange(rules.map((one, at) => (at === place ? { ...one, text } : one)))}
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
          onClick={() => onChange([...rules, { id: crypto.randomUUID(), text: '' }])}
        >
          {people.names.addRule}
        </Button>
      )}
    </>
  );
}
