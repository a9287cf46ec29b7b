/** Loaded before each test file: imports as the build resolves them, and of a browser what the state needs. */
import 'fake-indexeddb/auto';
import { existsSync } from 'node:fs';
import { registerHooks } from 'node:module';
import { fileURLToPath } from 'node:url';

const SRC = new URL('../src/', import.meta.url);

registerHooks({
  resolve(specifier, context, next) {
    const own = specifier.startsWith('@/')
      ? new URL(specifier.slice(2), SRC)
      : specifier.startsWith('.') && context.parentURL
        ? new URL(specifier, context.parentURL)
        : null;
    const found =
      own && [`${own.href}.ts`, `${own.href}/index.ts`].find((one) => existsSync(fileURLToPath(one)));
    return next(found ?? specifier, context);
  },
});

/** A store as a browser has it; `full` refuses to keep anything. */
class Store {
  full = false;
  private readonly held = new Map<string, string>();
  getItem = (key: string) => this.held.get(key) ?? null;
  removeItem = (key: string) => void this.held.delete(key);
  clear = () => this.held.clear();
  key = (place: number) => [...this.held.keys()][place] ?? null;
  get length() {
    return this.held.size;
  }
  setItem(key: string, value: string) {
    if (this.full) throw new Error('the store is full');
    this.held.set(key, value);
  }
}

class Page extends EventTarget {
  cookie = 'csrftoken=token';
  visibilityState = 'visible';
  querySelector = () => null;
}

const given = {
  location: new URL('http://kitchen.test/'),
  localStorage: new Store(),
  document: new Page(),
  window: new EventTarget(),
};
for (const [name, value] of Object.entries(given))
  Object.defineProperty(globalThis, name, { value, configurable: true, writable: true });
