import { createLazyRoute } from '@tanstack/react-router';
import { people } from '@/words/people';
import { Door } from './Door';
import { NewKitchen } from './NewKitchen';
import { SignOut } from './SignOut';

/** For somebody who belongs to no kitchen: they left the last one, or were taken out of it. */
function NoKitchen() {
  return (
    <Door title={people.doors.noKitchen}>
      <h1 className="text-2xl">{people.doors.noKitchen}</h1>
      <p className="mt-2 text-quiet">{people.doors.noKitchenSays}</p>
      <NewKitchen />
      <SignOut />
    </Door>
  );
}

export const route = createLazyRoute('/none')({ component: NoKitchen });
