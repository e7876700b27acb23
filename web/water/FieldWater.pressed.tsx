import { expect } from 'chai';
import type { JobProgress } from '../../core/jobs/progress.ts';
import { useEngine } from '../device/useEngine.ts';
import { createOutbox } from '../outbox/engine.ts';
import type { Job } from '../outbox/index.ts';
import { inBrowser } from '../testing/browser.tsx';
import { fakeServer, handClock, memoryStore, settled } from '../testing/outbox.ts';
import { FieldWater } from './FieldWater.tsx';

const job = { id: 'j', water: { limit: 20 } } as Job;
const progress = { water: [] } as unknown as JobProgress;

/** The card of the water as it stands on a phone, on an outbox of its own whose server is out of reach. */
function card() {
  const { server, transport } = fakeServer();
  server.reachable = false;
  const outbox = createOutbox({ store: memoryStore(), transport, clock: handClock() });
  let [number, typed] = [0, false];
  const Card = () => {
    const unsent = useEngine(outbox.subscribe, outbox.state).items.length;
    return (
      <>
        <p>{unsent} not sent</p>
        <FieldWater
          job={job}
          progress={progress}
          onTyped={(some) => {
            typed = some;
          }}
          happen={async (entry) => {
            number += 1;
            const whole = { ...entry, id: `e${number}`, at: '2026-11-25T12:00:00Z' };
            await outbox.add({
              kind: 'entry',
              id: whole.id,
              jobId: job.id,
              entry: whole,
              by: { id: 'ada', name: 'Ada Brook' },
              device: 'd',
            });
          }}
        />
      </>
    );
  };
  return { Card, outbox, server, typed: () => typed };
}

describe('water at the brush, by thumb and without a signal', () => {
  const browser = inBrowser();
  const tap = async (...names: string[]) => {
    for (const name of names) await browser.user.click(browser.screen.getByRole('button', { name }));
  };

  it('is kept as it was typed, in SI, and goes once when there is a signal again', async () => {
    const { Card, outbox, server, typed } = card();
    browser.show(<Card />, { units: { system: 'us' } });
    const save = browser.screen.getByRole('button', { name: 'Save this reading' }) as HTMLButtonElement;
    await tap('1', '2');
    expect([save.disabled, typed()]).to.deep.equal([true, true]);
    await tap('Water – °F', '6', '8');
    expect(save.disabled).to.equal(false);
    await tap('Save this reading');
    await browser.until(() => expect(browser.screen.getByText('1 not sent')).to.not.equal(null));
    expect(typed()).to.equal(false);
    expect(save.disabled).to.equal(true);
    const [item] = outbox.state().items;
    expect(item?.kind === 'entry' && item.entry).to.deep.include({ kind: 'water', conductivity: 12, temperature: 20 });
    server.reachable = true;
    await outbox.flush(true);
    await settled();
    await browser.until(() => expect(browser.screen.getByText('0 not sent')).to.not.equal(null));
    expect(server.taken).to.deep.equal(['e1']);
  });

  it('over the limit is said as it is typed, and a wrong key is taken back', async () => {
    const { Card } = card();
    browser.show(<Card />);
    await tap('2', '5', 'Water – °C', '2', '0');
    expect(browser.screen.getByRole('status').textContent).to.include('Over the 20');
    await tap('Conductivity 25 µS/cm', 'Delete');
    expect(browser.screen.queryByRole('status')).to.equal(null);
    await tap('Clear what is typed');
    expect(browser.screen.queryByRole('button', { name: 'Clear what is typed' })).to.equal(null);
  });

  it('is typed on a keyboard into the same places', async () => {
    const { Card, outbox } = card();
    browser.show(<Card />);
    browser.screen.getByRole('button', { name: 'Conductivity – µS/cm' }).focus();
    await browser.user.keyboard('8.5');
    browser.screen.getByRole('button', { name: 'Water – °C' }).focus();
    await browser.user.keyboard('199{Backspace}');
    await tap('Save this reading');
    await settled();
    const [item] = outbox.state().items;
    expect(item?.kind === 'entry' && item.entry).to.deep.include({ conductivity: 8.5, temperature: 19 });
  });
});
