import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';
import type { Profiles, Windows } from '@/api';
import { Reckoning } from '@/formula/Reckoning';
import { names, says } from '@/words';
import { After } from './After';
import { Aligned } from './Aligned';
import { Curves } from './Curves';
import { Heat } from './Heat';
import { Influences } from './Influences';
import { Service } from './Service';

const TAB =
  'min-h-10 border-b-3 border-transparent px-3 pointer-coarse:min-h-11 data-[state=active]:border-kelp data-[state=active]:font-semibold';

interface Props {
  jar: number;
  compared: Windows | null;
  courses: Profiles | null;
}

interface Tab {
  id: keyof typeof says.look;
  name: string;
  content: ReactNode;
}

/** The same jar on other cuts, colder, thicker; what moves it, what fits; afterwards, and in the heat. */
export function LookFurther({ jar, compared, courses }: Props) {
  const profile = courses?.jars[jar];
  const tabs: Tab[] = [
    {
      id: 'cut',
      name: names.byCut,
      content: compared && <Aligned bars={compared.by_cut} label={names.byCut} />,
    },
    {
      id: 'cold',
      name: names.byTemperature,
      content: compared && <Aligned bars={compared.by_temperature} label={names.byTemperature} />,
    },
    { id: 'curves', name: names.curves, content: <Curves jar={jar} /> },
    {
      id: 'moves',
      name: names.whatMovesIt,
      content: compared && <Influences influences={compared.influences} />,
    },
    { id: 'service', name: names.untilService, content: <Service jar={jar} /> },
    // Where nothing went in there is nothing that could even out.
    ...(profile?.after
      ? [{ id: 'after', name: names.afterJar, content: <After profile={profile} /> } as const]
      : []),
    { id: 'heat', name: names.inTheHeat, content: courses && <Heat cooking={courses.cooking} /> },
  ];
  return (
    <Tabs.Root defaultValue="cut" className="mt-2 rounded-plate border border-line bg-plate px-4 pb-3">
      <Tabs.List aria-label={names.lookFurther} className="flex flex-wrap border-b border-line">
        {tabs.map(({ id, name }) => (
          <Tabs.Trigger key={id} value={id} className={TAB}>
            {name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {tabs.map(({ id, content }) => (
        <Tabs.Content key={id} value={id}>
          <p className="pt-2 text-sm text-quiet">{says.look[id]}</p>
          {content || <Reckoning className="pt-2 text-quiet" />}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
