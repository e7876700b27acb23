import { EventEmitter } from 'node:events';
import { expect } from 'chai';
import type { Request, Response } from 'express';
import { turnstile } from './turnstile.ts';

function caller(gate: ReturnType<typeof turnstile>) {
  const [request, response] = [new EventEmitter(), new EventEmitter()];
  const state = { inside: false };
  gate(request as Request, response as unknown as Response, () => {
    state.inside = true;
  });
  return {
    state,
    /** the body has been read to its end */
    read: () => request.emit('close'),
    /** answered, or gone away */
    finish: () => response.emit('close'),
  };
}

describe('the turnstile', () => {
  it('lets so many in, and the next when one has left', () => {
    const gate = turnstile(2);
    const [first, second, third, fourth] = Array.from({ length: 4 }, () => caller(gate));
    expect([first, second, third, fourth].map((one) => one?.state.inside)).to.deep.equal([true, true, false, false]);
    first?.finish();
    expect([third?.state.inside, fourth?.state.inside]).to.deep.equal([true, false]);
    second?.finish();
    expect(fourth?.state.inside).to.equal(true);
  });

  it('keeps no place for somebody who went away', () => {
    const gate = turnstile(1);
    const [first, second, third] = Array.from({ length: 3 }, () => caller(gate));
    second?.finish();
    first?.finish();
    expect([second?.state.inside, third?.state.inside]).to.deep.equal([false, true]);
  });

  it('keeps the place of somebody whose body has been read', () => {
    const gate = turnstile(1);
    const [first, second] = Array.from({ length: 2 }, () => caller(gate));
    second?.read();
    first?.finish();
    expect(second?.state.inside).to.equal(true);
  });

  it('is free again when all have left', () => {
    const gate = turnstile(1);
    caller(gate).finish();
    expect(caller(gate).state.inside).to.equal(true);
  });
});
