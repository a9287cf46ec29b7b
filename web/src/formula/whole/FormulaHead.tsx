import { Link, useRouteContext } from '@tanstack/react-router';
import { api, formulaQuery, NOT_YET, Problem, putFormula, queries, taken } from '@/api';
import { text } from '@/document/document';
import { addressOf } from '@/formula/address';
import { Button, Head, LinkButton, TextInput } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { Kept } from '../draft/Kept';
import { Steps } from '../draft/Steps';
import { useOpened } from '../opened';
import { AboutDialog } from './AboutDialog';
import { KeepVersion, type Said } from './KeepVersion';
import { useOrigin } from './useOrigin';

const ROOMS = [
  { to: '/$kitchen/formula/$formula/bench', name: names.bench },
  { to: '/$kitchen/formula/$formula/window', name: names.window },
  { to: '/$kitchen/formula/$formula/versions', name: names.versions },
] as const;

const ROOM = `inline-flex min-h-11 items-center border-b-3 border-transparent px-3 text-quiet
  hover:text-ink data-[status=active]:border-kelp data-[status=active]:font-semibold data-[status=active]:text-ink`;

/** The head of an opened formula, the same in all its rooms: title, rooms, whether all is kept, steps, a version. */
export function FormulaHead() {
  const { value, set, readOnly, draft, kitchen, formula, place, evaluation, versions, asked, ask } =
    useOpened();
  const role = useRouteContext({ from: '/$kitchen' }).kitchen.role;
  const params = { kitchen, formula: addressOf(formula) };
  const close = () => ask(null);

  /** A version is made of what the server has: never of a draft before the one that is seen. */
  async function keep(said: Said) {
    if (!(await draft.send())) throw new Problem(0, says.kept.unsent, says.kept.unsent);
    const body = { revision: draft.revision(), ...said };
    const path = { kitchen, formula: draft.number() };
    const kept = await taken(
      api.POST('/api/kitchens/{kitchen}/formulas/{formula}/versions', { params: { path }, body }),
    );
    // The same draft kept again is the version that is there: what was typed of another one is not let go for it.
    if (versions.some(({ number }) => number === kept.number)) {
      const already = fill(says.version.already, { number: kept.number });
      throw new Problem(0, already, already);
    }
    await queries.invalidateQueries(formulaQuery(kitchen, path.formula));
  }

  return (
    <Head>
      <h1 className="sr-only">{text(value(['title'])) || (evaluation?.fish.name ?? names.newFormula)}</h1>
      <TextInput
        label={names.title}
        value={value(['title'])}
        onType={(title) => set(['title'], title)}
        disabled={readOnly}
        data-path="/title"
        placeholder={evaluation?.fish.name ?? names.newFormula}
        look="value"
        className="min-w-24 shrink truncate font-title! text-xl font-bold! not-focus:not-hover:border-transparent!"
      />
      <nav aria-label={names.rooms} className="flex">
        {ROOMS.map(({ to, name }) => (
          <Link key={to} to={to} params={params} className={ROOM}>
            {name}
          </Link>
        ))}
      </nav>
      <span className="ml-auto flex flex-wrap items-center justify-end gap-x-3 text-sm leading-4.5 text-quiet">
        <Kept />
        <span data-part="after-version" className="max-md:hidden">
          <AfterVersion />
        </span>
      </span>
      <Steps />
      <Button look="quiet" className="px-2!" onClick={() => ask('about')}>
        {names.notes}
      </Button>
      {readOnly ? (
        <span className="rounded-full bg-kelp-soft px-2.5 py-0.5 text-sm">
          {place === 'bin' ? terms.places.bin : says.formula.mayLook}
          {place === 'bin' && role !== 'viewer' && (
            <LinkButton className="ml-2" onClick={() => void putFormula(kitchen, formula, 'table')}>
              {names.putOnTable}
            </LinkButton>
          )}
        </span>
      ) : (
        <Button
          look="plain"
          className="shrink-0 whitespace-nowrap"
          disabled={formula === NOT_YET && !draft.back}
          onClick={() => ask('version')}
        >
          {names.keepVersion}
        </Button>
      )}
      <AboutDialog open={asked === 'about'} onClose={close} />
      <KeepVersion
        open={asked === 'version'}
        onOpenChange={(open) => ask(open ? 'version' : null)}
        versions={versions}
        onKeep={keep}
      />
    </Head>
  );
}

/** Which version the draft goes on from, and that version's standing where it is not ready. */
function AfterVersion() {
  const origin = useOrigin();
  if (!origin) return says.formula.noVersion;
  const words = origin.standing === 'ready' ? says.formula.draftAfter : says.formula.draftAfterNotReady;
  return fill(words, { number: origin.number, standing: terms.standing[origin.standing].toLowerCase() });
}
