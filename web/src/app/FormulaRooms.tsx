import { Outlet, useParams } from '@tanstack/react-router';
import { formulaAt } from '@/formula/address';
import { OpenedFormula } from '@/formula/OpenedFormula';
import { FormulaHead } from '@/formula/whole/FormulaHead';

/** The formula of the address, opened for whichever of its rooms is looked at. */
export function FormulaRooms() {
  const { kitchen, formula } = useParams({ from: '/$kitchen/formula/$formula' });
  return (
    <OpenedFormula kitchen={kitchen} formula={formulaAt(formula)}>
      <FormulaHead />
      <Outlet />
    </OpenedFormula>
  );
}
