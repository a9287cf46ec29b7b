import { MAIN } from './Main';

/** What had the focus when a dialog was opened; of an item of a menu the button that the menu hangs on. */
export function openedFrom(): HTMLElement | null {
  const active = document.activeElement;
  const menu = active?.closest('[role=menu]');
  const trigger = menu && document.getElementById(menu.getAttribute('aria-labelledby') ?? '');
  const found = trigger ?? active;
  return found instanceof HTMLElement && found !== document.body ? found : null;
}

/** The focus goes back where it was; where that is gone, to what the screen is about. */
export function focusAgain(from: HTMLElement | null): void {
  const there = from?.isConnected && !from.matches(':disabled') ? from : document.getElementById(MAIN);
  there?.focus();
}
