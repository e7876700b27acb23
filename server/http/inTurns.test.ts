import { EventEmitter } from 'node:events';
import { expect } from 'chai';
import type { Request, Response } from 'express';
import { createFairQueue } from '../compute/fairQueue.ts';
import type { AppError, FailureKind } from '../errors.ts';
import { inTurns } from './inTurns.ts';

const settled = () => new Promise((resolve) => setImmediate(resolve));

function queue(limits: { atOnce: number; mostOfOne?: number }) {
  const gate = inTurns(
    createFairQueue({ atOnceOfOne: 9, mostWaiting: 50, mostOfOne: 50, timeLimit: 60_000, ...limits }),
  );
  return (person = 'ada') => {
    const [request, response] = [new EventEmitter(), new EventEmitter()];
    const state: { inside: boolean; refused: FailureKind | null } = { inside: false, refused: null };
    Object.assign(request, { person: { id: person } });
    gate(request as Request, response as unknown as Response, (error?: unknown) => {
      if (error) state.refused = (error as AppError).kind;
      else state.inside = true;
    });
    return {
      state,
      /** the body has been read to its end */
      read: () => request.emit('close'),
      /** answered, or gone away */
      finish: () => response.emit('close'),
    };
  };
}

describe('the queue in which files are worked on', () => {
  it('lets so many in, and the next when one has left', async () => {
    const come = queue({ atOnce: 2 });
    const all = [come(), come(), come(), come()];
    const inside = () => all.map(({ state }) => state.inside);
    await settled();
    expect(inside()).to.deep.equal([true, true, false, false]);
    all[0]?.finish();
    await settled();
    expect(inside()).to.deep.equal([true, true, true, false]);
  });

  it('holds the place until the answer, not only until the body is read', async () => {
    const come = queue({ atOnce: 1 });
    const [first, second] = [come(), come()];
    await settled();
    first.read();
    await settled();
    expect(second.state.inside).to.equal(false);
    first.finish();
    await settled();
    expect(second.state.inside).to.equal(true);
  });

  it('lets nobody in who has gone while waiting, and nobody wait behind them', async () => {
    const come = queue({ atOnce: 1 });
    const [first, gone, third] = [come(), come(), come()];
    gone.finish();
    first.finish();
    await settled();
    expect([gone.state.inside, third.state.inside]).to.deep.equal([false, true]);
  });

  it('gives others their turn between the many of one', async () => {
    const come = queue({ atOnce: 1 });
    const adas = [come('ada'), come('ada'), come('ada')];
    const ben = come('ben');
    await settled();
    adas[0]?.finish();
    await settled();
    adas[1]?.finish();
    await settled();
    expect([ben.state.inside, adas[2]?.state.inside]).to.deep.equal([true, false]);
  });

  it('refuses where too many wait', async () => {
    const come = queue({ atOnce: 1, mostOfOne: 1 });
    const all = [come(), come(), come()];
    await settled();
    expect(all.map(({ state }) => state.refused)).to.deep.equal([null, null, 'unavailable']);
  });
});
