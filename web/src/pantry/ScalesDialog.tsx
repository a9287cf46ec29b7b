import { type FormEvent, useState } from 'react';
import { type Json, keepScales } from '@/api';
import { Button, Dialog, LinkButton, NumberInput, Trouble, useSending } from '@/ui';
import { fill, names, says, terms } from '@/words';

type Scale = { step_g: Json; max_g: Json };
const FIELDS = {
  step_g: [says.scales.inSteps, names.stepOf],
  max_g: [says.scales.upTo, names.capacityOf],
} as const;

interface Props {
  kitchen: string;
  /** Those that are weighed on now. */
  kept: Scale[];
  readOnly: boolean;
  open: boolean;
  onClose: () => void;
}

/** What the kitchen's scales can weigh: it decides how every line of every formula is weighed. */
export function ScalesDialog({ kitchen, kept, readOnly, open, onClose }: Props) {
  // What is typed stays when the dialog is closed, until it is kept.
  const [typed, setTyped] = useState<Scale[] | null>(null);
  const { send, faultOf, fault, again, busy } = useSending('/scales/');
  const scales: Scale[] = typed ?? kept;

  function type(next: Scale[]) {
    setTyped(next);
    again();
  }

  async function keep(event: FormEvent) {
    event.preventDefault();
    if (!(await send(() => keepScales(kitchen, scales)))) return;
    setTyped(null);
    onClose();
  }

  return (
    <Dialog
      open={open}
      onOpenChange={(still) => !still && onClose()}
      title={names.ourScales}
      says={says.scales.says}
    >
      <form onSubmit={keep} className="mt-3 space-y-2">
        {scales.map((scale, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a scale is nothing but its place in the list
          <div key={place}>
            <p className="flex flex-wrap items-center gap-1.5">
              {(['step_g', 'max_g'] as const).map((field) => (
                <span key={field} className="flex items-center gap-1.5">
                  {FIELDS[field][0]}
                  <NumberInput
                    label={fill(FIELDS[field][1], { place: place + 1 })}
                    className="w-24"
                    value={scale[field]}
                    disabled={readOnly}
                    fault={faultOf(`/scales/${place}`)}
                    onType={(value) =>
                      type(scales.map((one, at) => (at === place ? { ...one, [field]: value } : one)))
                    }
                  />
                  {terms.units.g}
                </span>
              ))}
              {!readOnly && (
                <LinkButton onClick={() => type(scales.filter((_, at) => at !== place))}>
                  {fill(names.withoutScale, { place: place + 1 })}
                </LinkButton>
              )}
            </p>
            {faultOf(`/scales/${place}`) && (
              <p role="alert" className="text-sm text-stop">
                {faultOf(`/scales/${place}`)}
              </p>
            )}
          </div>
        ))}
        <Trouble words={fault} />
        {!readOnly && (
          <div className="flex flex-wrap justify-end gap-2 pt-2">
            <Button look="quiet" onClick={() => type([...scales, { step_g: null, max_g: null }])}>
              {names.oneMoreScale}
            </Button>
            <Button type="submit" disabled={busy}>
              {names.keepScales}
            </Button>
          </div>
        )}
      </form>
    </Dialog>
  );
}
