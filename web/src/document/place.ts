import type { Written, WrittenParts } from '@/api';

/** The fields that a part declares; what else may stand in it is kept, and is no place to write to. */
type Declared<T> = keyof { [K in keyof T as string extends K ? never : number extends K ? never : K]: T[K] };

/** All ways from a part to what it declares, itself among them. */
type Inside<T> =
  | readonly []
  | (T extends readonly (infer Item)[]
      ? readonly [number, ...Inside<NonNullable<Item>>]
      : T extends object
        ? [Declared<T>] extends [never]
          ? readonly [string, ...Inside<NonNullable<T[keyof T]>>]
          : { [K in Declared<T>]-?: readonly [K, ...Inside<NonNullable<T[K]>>] }[Declared<T>]
        : never);

/** A place of the formula document, such as ['jars', 0, 'lines', 2, 'amount']: one that does not exist does not compile. */
export type Place = Inside<Written>;

type Around<P, Field extends string> = P extends readonly [...infer Way, Field] ? Readonly<Way> : never;

/** A place that has a field of this name: PlaceWith<'unit'> is where something measured stands. */
export type PlaceWith<Field extends string> = Around<Place, Field>;

/** A field of a part, such as FieldOf<'Method'>. */
export type FieldOf<Part extends keyof WrittenParts> = Declared<WrittenParts[Part]>;

/** The place that a place lies in. */
export const around = (place: Place): Place => place.slice(0, -1) as readonly unknown[] as Place;

/** The place of a number's unit, beside it. */
export const unitBeside = (place: Place): Place => [...around(place), 'unit'] as readonly unknown[] as Place;
