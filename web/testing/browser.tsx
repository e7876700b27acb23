import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactElement } from 'react';
import { around, type Looking } from './markup.tsx';

/** A page for the tests of a block, in which parts of the interface are pressed and typed into; see `register.ts`. */
export function inBrowser() {
  afterEach(() => {
    cleanup();
    localStorage.clear();
  });
  return {
    show: (part: ReactElement, looking?: Looking) => render(around(part, looking)),
    screen,
    user: userEvent.setup(),
    until: waitFor,
  };
}
