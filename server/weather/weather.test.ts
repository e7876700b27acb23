import { randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { expect } from 'chai';
import { arrayBody, inspectionBody, siteBody } from '../../contract/testing/bodies.ts';
import { epwText } from '../../core/testing/epwText.ts';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { testDay } from '../testing/clock.ts';
import { onStage } from '../testing/harness.ts';

const dateAfter = (first: string, days: number) =>
  new Date(Date.parse(first) + days * MILLISECONDS_PER_DAY).toISOString().slice(0, 10);
const record = (first: string, count: number, line: (day: number) => string, head = 'date,rain') =>
  [head, ...Array.from({ length: count }, (_, day) => `${dateAfter(first, day)},${line(day)}`)].join('\n');

describe('the weather of a site', () => {
  /** what the service outside answers to the next question */
  let answer: (query: URLSearchParams) => unknown;
  let asked: URLSearchParams[] = [];
  let service: Server;
  before(async () => {
    service = createServer((request, response) => {
      const { searchParams } = new URL(request.url ?? '/', 'http://outside');
      asked.push(searchParams);
      const body = answer(searchParams);
      if (body === 'down') request.socket.destroy();
      else if (body !== 'silent') response.end(typeof body === 'string' ? body : JSON.stringify(body));
    });
    await new Promise<void>((resolve) => service.listen(0, '127.0.0.1', resolve));
  });
  const { harness, owner } = onStage(() => ({
    WEATHER_URL: `http://127.0.0.1:${(service.address() as AddressInfo).port}`,
  }));
  after(() => {
    service.closeAllConnections();
    service.close();
  });

  let siteId: string;
  let arrayId: string;
  beforeEach(async () => {
    const [site, array] = [siteBody(), arrayBody()];
    [siteId, arrayId] = [site.id, array.id];
    asked = [];
    await owner.must('POST', '/api/sites', site);
    await owner.must('POST', `/api/sites/${siteId}/arrays`, array);
  });

  const send = (path: string, text: string | Buffer, fields: Record<string, string> = {}, name = 'file.csv') => {
    const form = new FormData();
    for (const [key, value] of Object.entries({ id: randomUUID(), ...fields })) form.append(key, value);
    form.append('file', new Blob([typeof text === 'string' ? text : new Uint8Array(text)]), name);
    return owner.send('POST', path, form);
  };
  const sendRain = (text: string, fields: Record<string, string> = {}) =>
    send(`/api/sites/${siteId}/rain`, text, fields);
  const read = () => owner.must('GET', `/api/sites/${siteId}/weather`);
  const observedDays = (query: URLSearchParams) => {
    const [from, to] = [query.get('from') ?? '', query.get('to') ?? ''];
    const count = Math.round((Date.parse(to) - Date.parse(from)) / MILLISECONDS_PER_DAY) + 1;
    return Array.from({ length: count }, (_, day) => ({
      date: dateAfter(from, day),
      rain: 2,
      tempAir: 20,
      windSpeed: 3,
    }));
  };
  const well = (query: URLSearchParams) => ({
    observed: observedDays(query),
    forecast: [{ date: '2026-12-01', rainChance: 0.4, rain: 3, tempAir: 21, windSpeed: 2 }],
  });

  it('leaves in the trail what a second table took the place of, and only that', async () => {
    const replaced = async (record: string) =>
      (await harness.sql(`select change from audit_trail where record = '${record}' and action = 'replace'`)).map(
        ({ change }) => (change as { days: unknown }).days,
      );
    await sendRain('date,rain\n2026-01-01,3\n2026-01-02,0.1\n');
    expect(await replaced('rain record')).to.deep.equal([]);
    await sendRain('date,rain\n2026-01-01,4\n2026-01-02,0.1\n2026-01-03,7\n');
    expect(await replaced('rain record')).to.deep.equal([[{ date: '2026-01-01', rain: 3, source: 'file' }]]);
    const path = `/api/arrays/${arrayId}/energy`;
    await send(path, 'date,energy\n2026-01-01,30.7\n2026-01-02,31\n');
    await send(path, 'date,energy\n2026-01-01,30.7\n2026-01-02,29\n');
    expect(await replaced('energy record')).to.deep.equal([[{ date: '2026-01-02', energy: 31, control: null }]]);
  });

  it('begins with the made-up climate that ships, and nothing observed', async () => {
    expect(await read()).to.deep.equal({
      climate: { name: { code: 'climate-winter-rain', params: {} }, madeUp: true, file: null },
      observed: { from: null, to: null, count: 0, days: [] },
      forecast: null,
      service: { there: true, trouble: null },
    });
  });

  it('keeps what the service observed and its forecast, and asks later only for what is new', async () => {
    answer = well;
    const first = await owner.must('POST', `/api/sites/${siteId}/weather/refresh`, {});
    expect(first.observed.count).to.equal(400);
    expect(first.observed.days.at(-1)).to.deep.include({ rain: 2, source: 'service' });
    expect(first.forecast.days).to.have.length(1);
    await harness.sql('delete from weather_days where site_id = $1 and day > $2', [siteId, testDay(-5)]);
    const again = await owner.must('POST', `/api/sites/${siteId}/weather/refresh`, {});
    expect(again.observed.count).to.equal(400);
    expect(observedDays(asked[1] ?? new URLSearchParams()).length).to.be.below(8);
  });

  for (const [how, body, problem] of [
    ['down', () => 'down', /cannot be reached/],
    ['silent for too long', () => 'silent', /took longer than 4 seconds/],
    ['wrong in shape', () => ({ observed: 'sunny' }), /cannot be weather/],
    ['no JSON at all', () => '<html>', /cannot be weather/],
    [
      'out of any range',
      (query) => ({ ...well(query), observed: [{ ...observedDays(query)[0], rain: -4 }] }),
      /cannot be weather/,
    ],
    [
      'about days that nobody asked for',
      (query) => ({ ...well(query), observed: [{ ...observedDays(query)[0], date: '1999-01-01' }] }),
      /cannot be weather/,
    ],
  ] as [string, typeof answer, RegExp][])
    it(`stays as it was when the service is ${how}, and says so`, async () => {
      answer = well;
      const before = await owner.must('POST', `/api/sites/${siteId}/weather/refresh`, {});
      answer = body;
      const after = await owner.must('POST', `/api/sites/${siteId}/weather/refresh`, {});
      expect(after.service.trouble.problem).to.match(problem);
      expect({ ...after, service: null }).to.deep.equal({ ...before, service: null });
      answer = well;
      expect((await owner.must('POST', `/api/sites/${siteId}/weather/refresh`, {})).service.trouble).to.equal(null);
    });

  it('takes a record of rain, and a gauge on site before the service', async () => {
    answer = well;
    await sendRain(record('2026-01-01', 40, (day) => String(day)));
    const { observed } = await read();
    expect(observed).to.deep.include({ from: '2026-01-01', to: '2026-02-09', count: 40 });
    const day = testDay(-3);
    await sendRain(`date,rain\n${day},17`);
    await owner.must('POST', `/api/sites/${siteId}/weather/refresh`, {});
    const kept = (await read()).observed.days.find((one: { date: string }) => one.date === day);
    expect(kept).to.deep.equal({ date: day, rain: 17, source: 'file' });
  });

  it('takes nothing of a broken, an empty or a hostile record, and names the lines', async () => {
    const broken = await sendRain('date,rain\n2026-01-01,1\n2026-01-02,wet\n');
    expect([broken.status, broken.body.issues[0]]).to.deep.equal([
      400,
      { path: 'file, line 3', message: 'rain must be a number of mm from 0 to 2000' },
    ]);
    for (const text of ['', '\u0000\u0001', 'a,b\n', '<script>alert(1)</script>'])
      expect((await sendRain(text)).status).to.equal(400);
    const huge = await sendRain('x'.repeat(5_100_000));
    expect(huge.status).to.equal(413);
    const none = await owner.send('POST', `/api/sites/${siteId}/rain`, new FormData());
    expect(none.status).to.equal(400);
    expect((await read()).observed.count).to.equal(0);
  });

  it('is stored once however often the same record is sent', async () => {
    const id = randomUUID();
    const text = record('2026-01-01', 3, () => '1');
    expect((await sendRain(text, { id })).status).to.equal(200);
    expect((await sendRain(text, { id })).status).to.equal(200);
    expect(
      (
        await sendRain(
          record('2026-01-01', 3, () => '2'),
          { id },
        )
      ).status,
    ).to.equal(409);
    expect((await read()).observed.days.map(({ rain }: { rain: number }) => rain)).to.deep.equal([1, 1, 1]);
  });

  it('draws the years to come from a record of rain only where it covers the year', async () => {
    const short = await sendRain(
      record('2026-01-01', 60, () => '1'),
      { asClimate: 'yes' },
    );
    expect(short.body.detail).to.match(/each month of the year needs 20/);
    expect((await read()).observed.count).to.equal(0);
    await sendRain(
      record('2024-01-01', 730, (day) => (day % 9 === 0 ? '5' : '0')),
      { asClimate: 'yes' },
    );
    expect((await read()).climate).to.deep.equal({
      name: { code: 'climate-of-rain', params: {} },
      madeUp: false,
      file: 'daily rain',
    });
  });

  it('takes a climate from an EPW file, reckons with it, and goes back', async () => {
    const path = `/api/sites/${siteId}/climate`;
    const taken = await send(path, epwText(), {}, 'valley.epw');
    expect(taken.body.climate).to.deep.equal({
      name: { code: 'climate-of-epw', params: { place: 'Made-up valley' } },
      madeUp: false,
      file: 'valley.epw',
    });
    await owner.must('POST', `/api/arrays/${arrayId}/inspections`, inspectionBody());
    const reckon = () => owner.must('POST', `/api/arrays/${arrayId}/reckonings`, { id: randomUUID() });
    const own = await reckon();
    expect(own.input.site.climate.name.code).to.equal('climate-of-epw');
    await owner.must('POST', `${path}/drop`, {});
    const shipped = await reckon();
    expect(shipped.input.site.climate).to.equal('winter-rain');
    // A year of clear hours only: more energy than under the made-up clouds.
    expect(own.output.year.cleanEnergy.p50).to.be.above(shipped.output.year.cleanEnergy.p50);
  });

  it('names the line of an EPW file that cannot be used, and keeps the climate', async () => {
    const lines = epwText().split('\r\n');
    lines[100] = lines[100]?.replace(/^([^,]*,){6}[^,]*/, '$1,,,,,warm') ?? '';
    const wrong = await send(`/api/sites/${siteId}/climate`, lines.join('\r\n'), {}, 'valley.epw');
    expect(wrong.status).to.equal(400);
    expect(wrong.body.issues[0].path).to.equal('file, line 101');
    const cut = await send(`/api/sites/${siteId}/climate`, epwText().slice(0, 90_000));
    expect(cut.body.detail).to.match(/must hold 8760 hours/);
    const binary = await send(`/api/sites/${siteId}/climate`, Buffer.from([0xff, 0xd8, 0xff, 0x00]));
    expect(binary.body.detail).to.match(/LOCATION/);
    expect((await read()).climate.madeUp).to.equal(true);
  });

  it('belongs to the desk: the crew reads it and imports nothing', async () => {
    const crew = await harness.as('crew');
    expect((await crew.send('GET', `/api/sites/${siteId}/weather`)).status).to.equal(200);
    const form = new FormData();
    form.append('id', randomUUID());
    form.append('file', new Blob(['date,rain\n2026-01-01,1']), 'rain.csv');
    expect((await crew.send('POST', `/api/sites/${siteId}/rain`, form)).status).to.equal(403);
  });

  it('of a site or an array that is not there is not found', async () => {
    for (const path of [`/api/sites/${randomUUID()}/weather`, `/api/arrays/${randomUUID()}/energy`])
      expect((await owner.send('GET', path)).status).to.equal(404);
  });

  /** The energy of the array once its drift is worked out. */
  const worked = async () => {
    for (;;) {
      const answer = await owner.must('GET', `/api/arrays/${arrayId}/energy`);
      if (!answer.working) return answer;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };

  it('stands beside the energy of an array, whose drift says whether it is time to look', async () => {
    const text = record('2026-01-01', 60, (day) => (60 * 0.997 ** day).toFixed(3), 'date,energy');
    const { body, status } = await send(`/api/arrays/${arrayId}/energy`, text);
    expect([status, body.count, body.from, body.to]).to.deep.equal([200, 60, '2026-01-01', '2026-03-01']);
    const { drift } = await worked();
    expect(drift.gain).to.equal(null);
    expect(drift.ratePerDay).to.be.a('number');
    const wrong = await send(`/api/arrays/${arrayId}/energy`, 'date,energy\n2026-04-01,-2\n');
    expect(wrong.body.issues[0].path).to.equal('file, line 2');
    expect((await owner.must('GET', `/api/arrays/${arrayId}/energy`)).count).to.equal(60);
  });

  it('has its drift worked out once for the same data, and anew when they change', async () => {
    const path = `/api/arrays/${arrayId}/energy`;
    await send(
      path,
      record('2026-01-01', 40, (day) => (50 * 0.998 ** day).toFixed(3), 'date,energy'),
    );
    const kept = async () =>
      (await harness.sql('select key, drift from energy_drifts where array_id = $1', [arrayId]))[0];
    await worked();
    const first = await kept();
    // What is kept is what is answered, also where somebody has put a mark into it.
    await harness.sql(
      `update energy_drifts set drift = jsonb_set(drift, '{ratePerDay}', '0.123') where array_id = $1`,
      [arrayId],
    );
    expect((await owner.must('GET', path)).drift.ratePerDay).to.equal(0.123);
    const { body } = await send(path, 'date,energy\n2026-02-09,12\n');
    expect([body.drift, body.working]).to.deep.equal([null, true]);
    const answer = await worked();
    expect((await kept())?.key).to.not.equal(first?.key);
    expect(answer.drift.ratePerDay).to.not.equal(0.123);
  });

  it('moves the drift of the energy there when it comes in later', async () => {
    await send(
      `/api/arrays/${arrayId}/energy`,
      record('2026-01-01', 40, () => '40', 'date,energy'),
    );
    await worked();
    const key = async () => (await harness.sql('select key from energy_drifts where array_id = $1', [arrayId]))[0]?.key;
    const before = await key();
    await sendRain(record('2026-01-01', 40, (day) => String(day % 7)));
    await worked();
    expect(await key()).to.not.equal(before);
  });

  it('is read beside a hostile table of five megabytes, which is refused by its lines', async () => {
    const hostile = `date,rain\n${'"'.repeat(40)},=cmd|x\n`.padEnd(5 * 1024 * 1024, '9999-99-99,"""",\u202e1e999\n');
    const sending = send(`/api/sites/${siteId}/rain`, hostile);
    const meanwhile = await owner.send('GET', `/api/sites/${siteId}/weather`);
    expect(meanwhile.status).to.equal(200);
    const refused = await sending;
    expect(refused.status).to.be.oneOf([400, 413]);
    expect(refused.body.issues[0].path).to.be.a('string').and.not.equal('');
  });
});
