import { type FormEvent, useState } from 'react';
import { type Json, keepScales, Problem } from '@/api';
import { useOpened } from '@/formula/opened';
import { Button, Dialog, LinkButton, NumberInput, Trouble } from '@/ui';
import { fill, names, says, terms } from '@/words';

type Typed = { step_g: Json; max_g: Json };

/** What the kitchen's scales can weigh: it decides how every line of every formula is weighed. */
export function ScalesDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { kitchen, pantry, readOnly } = useOpened();
  const [typed, setTyped] = useState<Typed[] | null>(null);
  const [trouble, setTrouble] = useState<string>();
  const scales: Typed[] = typed ?? pantry.scales;

  const write = (place: number, field: keyof Typed, value: Json) =>
    setTyped(scales.map((scale, at) => (at === place ? { ...scale, [field]: value } : scale)));
  const close = () => {
    setTyped(null);
    setTrouble(undefined);
    onClose();
  };

  async function keep(event: FormEvent) {
    event.preventDefault();
    const wrong = scales.findIndex((one) => typeof one.step_g !== 'number' || typeof one.max_g !== 'number');
    if (wrong >= 0) return setTrouble(fill(says.scales.noNumber, { place: wrong + 1 }));
    try {
      const { faults } = await keepScales(kitchen, scales as { step_g: number; max_g: number }[]);
      const found = faults.filter((fault) => fault.path.startsWith('/scales'));
      if (found.length) setTrouble(found.map((fault) => fault.text).join(' '));
      else close();
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setTrouble(error.detail);
    }
  }

  return (
    <Dialog
      open={open}
      onOpenChange={(still) => !still && close()}
      title={names.ourScales}
      says={says.scales.says}
    >
      <form onSubmit={keep} className="mt-3 space-y-2">
        {scales.map((scale, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a scale is nothing but its place in the list
          <p key={place} className="flex flex-wrap items-center gap-1.5">
            {says.scales.inSteps}
            <NumberInput
              label={fill(names.stepOf, { place: place + 1 })}
              className="w-20"
              value={scale.step_g}
              disabled={readOnly}
              onType={(value) => write(place, 'step_g', value)}
            />
            {terms.units.g} {says.scales.upTo}
            <NumberInput
              label={fill(names.capacityOf, { place: place + 1 })}
              className="w-24"
              value={scale.max_g}
              disabled={readOnly}
              onType={(value) => write(place, 'max_g', value)}
            />
            {terms.units.g}
            {!readOnly && (
              <LinkButton onClick={() => setTyped(scales.filter((_, at) => at !== place))}>
                {fill(names.withoutScale, { place: place + 1 })}
              </LinkButton>
            )}
          </p>
        ))}
        <Trouble words={trouble} />
        {!readOnly && (
          <div className="flex flex-wrap justify-end gap-2 pt-2">
            <Button look="quiet" onClick={() => setTyped([...scales, { step_g: null, max_g: null }])}>
              {names.oneMoreScale}
            </Button>
            <Button type="submit">{names.keepScales}</Button>
          </div>
        )}
      </form>
    </Dialog>
  );
}
