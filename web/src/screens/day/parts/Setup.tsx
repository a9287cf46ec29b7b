import { day } from '@/words/day';
import { useService } from '../state/opened';
import { Cooked } from './setup/Cooked';
import { Hands } from './setup/Hands';
import { Served } from './setup/Served';
import { Pans, Stations } from './setup/Stations';

/** What a service is made of: when it is served, what is cooked, who is there and with what. */
export function Setup() {
  const { readOnly } = useService();
  return (
    <fieldset
      disabled={readOnly}
      className="order-3 rounded-plate border border-line bg-plate p-3 text-sm"
      data-part="setup"
    >
      <legend className="sr-only">{day.title}</legend>
      <h2 className="text-base">{day.setup.served}</h2>
      <Served />
      <h2 className="mt-3 text-base">{day.setup.cooked}</h2>
      <Cooked />
      <h2 className="mt-3 text-base">{day.setup.hands}</h2>
      <Hands />
      <h2 className="mt-3 text-base">{day.setup.stations}</h2>
      <Stations />
      <h2 className="mt-3 text-base">{day.setup.pans}</h2>
      <Pans />
    </fieldset>
  );
}
