import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';
import type { Profiles, Windows } from '@/api';
import { names, says } from '@/words';
import { After } from './After';
import { Aligned } from './Aligned';
import { Curves } from './Curves';
import { Heat } from './Heat';
import { Influences } from './Influences';
import { Service } from './Service';

const TAB =
  'border-b-2 border-transparent px-3 py-1.5 data-[state=active]:border-kelp data-[state=active]:font-semibold';

interface Props {
  jar: number;
  compared: Windows | null;
  courses: Profiles | null;
}

/** The same jar on other cuts, colder, thicker; what moves it, what fits; afterwards, and in the heat. */
export function LookFurther({ jar, compared, courses }: Props) {
  const profile = courses?.jars[jar];
  const tabs: [string, string, ReactNode][] = [
    ['cut', names.byCut, compared && <Aligned bars={compared.by_cut} label={names.byCut} />],
    [
      'cold',
      names.byTemperature,
      compared && <Aligned bars={compared.by_temperature} label={names.byTemperature} />,
    ],
    ['curves', names.curves, <Curves key="curves" jar={jar} />],
    ['moves', names.whatMovesIt, compared && <Influences influences={compared.influences} />],
    ['service', names.untilService, <Service key="service" jar={jar} />],
    ['after', names.afterJar, profile && <After profile={profile} />],
    ['heat', names.inTheHeat, courses && <Heat cooking={courses.cooking} />],
  ];
  return (
    <Tabs.Root defaultValue="cut" className="rounded-plate border border-line bg-plate px-4 pb-3">
      <Tabs.List aria-label={names.lookFurther} className="flex flex-wrap border-b border-line">
        {tabs.map(([id, words]) => (
          <Tabs.Trigger key={id} value={id} className={TAB}>
            {words}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {tabs.map(([id, , content]) => (
        <Tabs.Content key={id} value={id}>
          {content || <p className="pt-2 text-quiet">{says.app.reckoning}</p>}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
