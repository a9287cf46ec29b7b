import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { formulasQuery } from '@/api';
import { Choice, TextInput } from '@/ui';
import { amounts } from '@/words/amounts';

const words = amounts.compare;

/** One more formula to look at: found by its words, chosen from a list. */
export function Picker({ kitchen, onPick }: { kitchen: string; onPick: (formula: number) => void }) {
  const [q, setQ] = useState('');
  const found = useQuery(formulasQuery(kitchen, q ? { q } : {})).data?.items ?? [];
  return (
    <p className="flex flex-wrap items-center gap-2 print:hidden">
      <TextInput label={words.search} placeholder={words.search} value={q} onType={setQ} className="w-48" />
      <Choice
        label={words.add}
        value={null}
        empty={words.add}
        choices={Object.fromEntries(found.map((one) => [`f${one.id}`, one.title]))}
        onPick={(picked) => onPick(Number(String(picked).slice(1)))}
      />
    </p>
  );
}
