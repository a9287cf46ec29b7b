import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { api, type Json, pantryQuery, queries, sessionQuery, taken } from '@/api';
import type { OwnKitchen, SettingsToKeep } from '@/api/people';
import { asTyped } from '@/document/typed';
import { ScalesDialog } from '@/pantry/ScalesDialog';
import { Button, Choice, Done, Field, Plate, Trouble, useSending, useTyped } from '@/ui';
import { fill, names, says } from '@/words';
import { grams } from '@/words/numbers';
import { people } from '@/words/people';
import { Rules } from './Rules';

/** The time zones that this browser knows. */
const ZONES = Intl.supportedValuesOf('timeZone');
/** What is typed: numbers as the keys were pressed, so that the server tells what is none. */
type Typed = Partial<Record<keyof SettingsToKeep, Json>> & Pick<Partial<SettingsToKeep>, 'house_rules'>;
const NOTHING: Typed = {};

/** What the kitchen has settled for itself, which everything else reads. What is not typed here stays as it is there. */
export function Settings({ kitchen, owns }: { kitchen: OwnKitchen; owns: boolean }) {
  const [typed, type] = useTyped(`settings/${kitchen.slug}`, NOTHING);
  const settled = { ...kitchen.settings, ...typed };
  const [weighing, setWeighing] = useState(false);
  const [done, setDone] = useState(false);
  const scales = useQuery(pantryQuery(kitchen.slug)).data?.scales ?? [];
  const sending = useSending(
    '/time_zone',
    '/house_rules/',
    '/rounding_g',
    '/tablet_away_min',
    '/tablet_idle_h',
    '/owners_need_second_factor',
  );

  function settle(changed: Typed) {
    type({ ...typed, ...changed });
    setDone(false);
  }

  async function keep(event: FormEvent) {
    event.preventDefault();
    const kept = await sending.send(async () => {
      const body = typed as SettingsToKeep;
      await taken(
        api.PUT('/api/kitchens/{kitchen}/settings', { params: { path: { kitchen: kitchen.slug } }, body }),
      );
      await queries.invalidateQueries(sessionQuery);
    });
    setDone(kept);
    if (kept) type(NOTHING);
  }

  return (
    <>
      <form onSubmit={keep} className="grid grid-cols-[minmax(0,1fr)] items-start gap-3 lg:grid-cols-2">
        <Plate title={people.names.settings} part="settings">
          <Field
            id="time-zone"
            label={people.names.timeZone}
            list="time-zones"
            className="w-full max-w-72"
            value={settled.time_zone}
            disabled={!owns}
            onType={(time_zone) => settle({ time_zone })}
            hint={people.kitchen.zoneSays}
            fault={sending.faultOf('/time_zone')}
          />
          <datalist id="time-zones">
            {ZONES.map((zone) => (
              <option key={zone} value={zone} />
            ))}
          </datalist>
          <p className="mt-4 font-semibold">{names.measures}</p>
          <Choice
            label={names.measures}
            value={String(settled.spoons)}
            choices={{ us: says.about.us, metric: says.about.metric }}
            disabled={!owns}
            onPick={(spoons) => settle({ spoons })}
            className="mt-1 max-w-full"
          />
          <p className="mt-0.5 text-sm text-quiet">{people.kitchen.spoonsSay}</p>
          <p className="mt-4 font-semibold">{people.kitchen.scales}</p>
          <p className="mt-1 flex flex-wrap items-center gap-3">
            {scales
              .map((one) => fill(people.kitchen.scale, { step: grams(one.step_g), max: grams(one.max_g) }))
              .join(' · ')}
            <Button look="plain" onClick={() => setWeighing(true)}>
              {names.ourScales}
            </Button>
          </p>
          <Field
            id="rounding"
            label={people.names.rounding}
            inputMode="decimal"
            className="w-24"
            value={settled.rounding_g}
            disabled={!owns}
            onType={(text) => settle({ rounding_g: asTyped(text) })}
            hint={people.kitchen.roundingSays}
            fault={sending.faultOf('/rounding_g')}
          />
        </Plate>
        <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
          <Plate title={people.kitchen.rules} part="rules">
            <Rules
              kitchen={kitchen.slug}
              rules={settled.house_rules}
              owns={owns}
              faultOf={sending.faultOf}
              onChange={(house_rules) => settle({ house_rules })}
            />
          </Plate>
          <Plate title={people.you.tablet} part="tablet-settings">
            <Field
              id="away"
              label={people.names.awayMin}
              inputMode="numeric"
              className="w-24"
              value={settled.tablet_away_min}
              disabled={!owns}
              onType={(text) => settle({ tablet_away_min: asTyped(text) })}
              fault={sending.faultOf('/tablet_away_min')}
            />
            <Field
              id="idle"
              label={people.names.idleH}
              inputMode="numeric"
              className="w-24"
              value={settled.tablet_idle_h}
              disabled={!owns}
              onType={(text) => settle({ tablet_idle_h: asTyped(text) })}
              fault={sending.faultOf('/tablet_idle_h')}
            />
          </Plate>
          <Plate title={people.you.factor} part="factor-settings">
            <label className="mt-2 flex min-h-6 items-center gap-2 pointer-coarse:min-h-11">
              <input
                type="checkbox"
                checked={settled.owners_need_second_factor === true}
                disabled={!owns}
                onChange={(event) => settle({ owners_need_second_factor: event.target.checked })}
              />
              {people.names.needFactor}
            </label>
            <p className="text-sm text-quiet">{people.kitchen.factorSays}</p>
            <Trouble words={sending.faultOf('/owners_need_second_factor')} />
          </Plate>
          {owns && (
            <p className="flex flex-wrap items-center gap-3">
              <Button type="submit" disabled={sending.busy}>
                {people.names.keepSettings}
              </Button>
              <Done words={done && people.kitchen.settled} />
              <Trouble words={sending.fault} />
            </p>
          )}
        </div>
      </form>
      {/* Outside: what is submitted in it is not the settings. */}
      <ScalesDialog
        kitchen={kitchen.slug}
        kept={scales}
        readOnly={kitchen.role === 'viewer'}
        open={weighing}
        onClose={() => setWeighing(false)}
      />
    </>
  );
}
