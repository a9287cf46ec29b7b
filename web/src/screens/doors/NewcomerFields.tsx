import { Field, Password, type Sending } from '@/ui';
import { people } from '@/words/people';

/** What somebody new says of themselves. */
export interface Newcomer {
  username: string;
  name: string;
  initials: string;
  password: string;
}

export const NOBODY: Newcomer = { username: '', name: '', initials: '', password: '' };
/** The places of these fields in what is sent. */
export const NEWCOMER = Object.keys(NOBODY).map((name) => `/${name}`);

interface Props {
  newcomer: Newcomer;
  sending: Sending;
  onType: (newcomer: Newcomer) => void;
}

export function NewcomerFields({ newcomer, sending, onType }: Props) {
  const field = (name: keyof Newcomer, label: string) => ({
    id: `new-${name}`,
    label,
    value: newcomer[name],
    onType: (typed: string) => onType({ ...newcomer, [name]: typed }),
    fault: sending.faultOf(`/${name}`),
  });
  return (
    <>
      <Field {...field('username', people.names.signInName)} autoComplete="username" />
      <Field {...field('name', people.names.yourName)} autoComplete="name" />
      <Field {...field('initials', people.names.initials)} className="w-24" />
      <Password kind="new" {...field('password', people.names.password)} hint={people.doors.passwordSays} />
    </>
  );
}
