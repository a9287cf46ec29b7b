import { useNavigate } from '@tanstack/react-router';
import type { FormulaDocument } from '@/api';
import { addressOf } from '@/formula/address';
import { useOpened } from '@/formula/opened';

/** The verb that makes a version the draft again: a change like any other, which a step back takes back. */
export function useBringBack() {
  const { change, kitchen, formula } = useOpened();
  const navigate = useNavigate();
  return (number: number, document: FormulaDocument) => {
    change({ ...document, brought_back: { version: number, at: new Date().toISOString() } });
    void navigate({
      to: '/$kitchen/formula/$formula/bench',
      params: { kitchen, formula: addressOf(formula) },
    });
  };
}
