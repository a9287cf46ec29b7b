import { useQuery } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { ask, type FormulaDocument, nameVersion, Problem, type VersionItem, versionQuery } from '@/api';
import { useOpened } from '@/formula/opened';
import { Differences } from '@/formula/whole/Differences';
import { Button, TextInput, Trouble } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { day } from '@/words/numbers';
import { useBringBack } from '../state/useBringBack';

interface Props {
  version: VersionItem;
  onOpen: () => void;
}

/** One version: what it is called, what the draft changes against it in words, and what can be done with it. */
export function Chosen({ version, onOpen }: Props) {
  const { kitchen, formula, document, readOnly } = useOpened();
  const bringBack = useBringBack();
  const kept = useQuery(versionQuery(kitchen, formula, version.number));
  const compared = useQuery({
    queryKey: ['question', kitchen, 'compare', kept.data?.document ?? null, document],
    queryFn: () => ask(kitchen, 'compare', kept.data?.document as FormulaDocument, { after: document }),
    enabled: kept.data !== undefined,
    gcTime: 0,
  });
  const problem = kept.error ?? compared.error;
  return (
    <section
      aria-label={names.chosenVersion}
      className="rounded-plate border border-line bg-plate p-4"
      data-chosen={version.number}
    >
      <div className="flex flex-wrap items-center gap-2">
        <h2 className="text-xl">{fill(says.versions.head, { number: version.number })}</h2>
        <Naming key={version.name} version={version} />
        <span className="ml-auto flex flex-wrap gap-2">
          <Link
            to="/$kitchen/compare"
            params={{ kitchen }}
            search={{ of: `${formula}.${version.number}~${formula}` }}
            className="inline-flex min-h-9 items-center font-semibold underline"
          >
            {names.sideBySide}
          </Link>
          <Button look="plain" onClick={onOpen}>
            {names.openAsKept}
          </Button>
          {!readOnly && kept.data && (
            <Button
              look="plain"
              onClick={() => bringBack(version.number, kept.data.document as FormulaDocument)}
            >
              {names.bringBack}
            </Button>
          )}
        </span>
      </div>
      <p className="text-quiet">
        {fill(says.version.made, { who: version.created_by, date: day(new Date(version.created_at)) })}
        {version.after !== null && ` · ${fill(says.versions.cameFrom, { number: version.after })}`}
        {version.standing !== 'ready' && (
          <strong className="text-stop"> · {terms.standing[version.standing].toLowerCase()}</strong>
        )}
      </p>
      {version.note && <p className="mt-1">{version.note}</p>}
      {version.after !== null && kept.data && (
        <Branch version={version} from={version.after} document={kept.data.document as FormulaDocument} />
      )}
      <h3 className="mt-4">{fill(says.versions.against, { number: version.number })}</h3>
      <Trouble words={problem instanceof Problem ? problem.detail : undefined} />
      {compared.data ? (
        <div className="mt-1 max-w-2xl">
          <Differences differences={compared.data.differences} />
        </div>
      ) : (
        !problem && <p className="text-quiet">{says.changes.reckoning}</p>
      )}
    </section>
  );
}

interface BranchProps {
  version: VersionItem;
  from: number;
  document: FormulaDocument;
}

/** What a version changed against the one that it came from. */
function Branch({ version, from, document }: BranchProps) {
  const { kitchen, formula } = useOpened();
  const before = useQuery(versionQuery(kitchen, formula, from)).data;
  const compared = useQuery({
    queryKey: ['question', kitchen, 'compare', before?.document ?? null, document],
    queryFn: () => ask(kitchen, 'compare', before?.document as FormulaDocument, { after: document }),
    enabled: before !== undefined,
    gcTime: 0,
  });
  if (!compared.data) return null;
  return (
    <section data-part="branch">
      <h3 className="mt-4">{fill(says.versions.branch, { number: version.number, from })}</h3>
      <div className="mt-1 max-w-2xl">
        <Differences differences={compared.data.differences} />
      </div>
    </section>
  );
}

/** What the version is called; kept when the field is left or Enter is pressed. */
function Naming({ version }: { version: VersionItem }) {
  const { kitchen, formula, readOnly } = useOpened();
  const [name, setName] = useState(version.name);
  const [problem, setProblem] = useState<string>();

  async function keep() {
    if (name.trim() === version.name) return;
    try {
      await nameVersion(kitchen, formula, version.number, name);
      setProblem(undefined);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setProblem(error.detail);
    }
  }

  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <TextInput
        label={names.versionName}
        look="value"
        placeholder={names.nameIt}
        value={name}
        disabled={readOnly}
        maxLength={80}
        onType={setName}
        onBlur={() => void keep()}
        fault={problem}
        className="text-lg"
      />
      <Trouble words={problem} />
    </form>
  );
}
