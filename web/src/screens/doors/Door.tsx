import type { ReactNode } from 'react';
import type { Stratum } from '@/api';
import { Hatches, JarDrawing } from '@/drawing';
import { HelpButton } from '@/help/HelpButton';
import { Main } from '@/ui';
import { says } from '@/words';

const JAR: Stratum[] = [
  { component: 'salt', mass_g: 60, volume_ml: 28 },
  { component: 'water', mass_g: 150, volume_ml: 150 },
  { component: 'acid', mass_g: 40, volume_ml: 30 },
  { component: 'oil', mass_g: 70, volume_ml: 76 },
  { component: 'aromatics', mass_g: 30, volume_ml: 37 },
];

/** What stands before every kitchen: two jars, and what has to be said to come in. */
export function Door({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Main title={title} className="relative grid min-h-dvh place-items-center p-4">
      <span className="absolute top-1.5 right-3">
        <HelpButton screen="sign_in" />
      </span>
      <Hatches />
      <div className="grid w-full max-w-3xl items-end gap-10 md:grid-cols-[1fr_24rem]">
        <div className="hidden border-b-8 border-steel pl-10 md:block">
          <div className="flex items-end gap-6">
            <JarDrawing name={says.app.jarOnShow} strata={JAR} scale={30} open />
            <JarDrawing
              name={says.app.dryJarOnShow}
              strata={JAR.slice(0, 1).concat(JAR.slice(4))}
              scale={30}
            />
          </div>
        </div>
        <div className="rounded-plate border border-line bg-plate p-6">{children}</div>
      </div>
    </Main>
  );
}
