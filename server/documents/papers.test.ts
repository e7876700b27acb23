import { createHash, randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { arrayBody, inspectionBody, siteBody } from '../../contract/testing/bodies.ts';
import { type Chain, finishJob, makeJob, onStage } from '../testing/harness.ts';
import { structureOfPdf } from '../testing/pdf.ts';

describe('papers', function () {
  this.timeout(60_000);
  const { harness, owner } = onStage();
  let chain: Chain;
  let reportId: string;
  before(async () => {
    chain = await makeJob(owner);
    await finishJob(owner, chain);
    reportId = randomUUID();
    await owner.must('POST', `/api/jobs/${chain.jobId}/reports`, { id: reportId });
  });

  const papers = (): [kind: string, path: string, file: RegExp][] => [
    ['quote', `/api/quotes/${chain.quoteId}/paper.pdf`, /quote-\d+\.1\.pdf/],
    ['report', `/api/reports/${reportId}/paper.pdf`, /report-2026-11-20\.pdf/],
    ['defects', `/api/sites/${chain.siteId}/defects.pdf`, /defects-\d{4}-\d{2}-\d{2}\.pdf/],
  ];

  it('are PDFs with their font embedded and a name that says what they are', async () => {
    for (const [kind, path, file] of papers()) {
      const { body, headers } = await owner.send('GET', path);
      expect(headers.get('content-type'), kind).to.equal('application/pdf');
      expect(headers.get('content-disposition'), kind).to.match(file);
      expect(body.subarray(0, 5).toString(), kind).to.equal('%PDF-');
      expect(body.toString('latin1'), kind).to.match(/FontFile/);
    }
  });

  it('say in which language they are to be read out, and go by their title', async () => {
    for (const [kind, path] of papers()) {
      const text = (await owner.send('GET', path)).body.toString('latin1');
      expect(text, kind).to.match(/\/Lang \(en\)/);
      expect(text, kind).to.match(/\/DisplayDocTitle true/);
    }
  });

  it('have a structure that is read out: one title, headings, and no text outside of it but page feet', async () => {
    for (const [kind, path] of papers()) {
      const { told, untold } = await structureOfPdf((await owner.send('GET', path)).body);
      const headings = (type: string) => told.filter((one) => one.startsWith(`${type}: `)).length;
      expect(headings('H1'), kind).to.equal(1);
      // Where nothing is broken, the paper for the maker says that and has no parts.
      expect(headings('H2') > 0, kind).to.equal(kind !== 'defects');
      // Beside those, the heads of tables are drawn again on each page that the table goes on to.
      const heads = told.filter((one) => one.includes(' > TH > ')).join(' ');
      const feet = / · |^\d+ of \d+$/;
      for (const text of untold) if (!feet.test(text)) expect(heads, kind).to.include(text.trim());
    }
  });

  it('come to the crew for a report, and not for a quote or what goes to the maker', async () => {
    const crew = await harness.as('crew');
    const statuses = [];
    for (const [, path] of papers()) statuses.push((await crew.send('GET', path)).status);
    expect(statuses).to.deep.equal([403, 200, 403]);
  });

  it('leave no copy of themselves on the way', async () => {
    for (const [kind, path] of papers()) {
      const { headers } = await owner.send('GET', path);
      expect(headers.get('cache-control'), kind).to.equal('no-store');
    }
  });

  it('of a sent quote stay as they went out, byte for byte, when the roof grows and the firm is renamed', async () => {
    const path = `/api/quotes/${chain.quoteId}/paper.pdf`;
    const before = (await owner.send('GET', path)).body as Buffer;
    const { arrays } = await owner.must('GET', `/api/sites/${chain.siteId}`);
    const { siteId: _site, ...array } = arrays[0];
    await owner.must('PUT', `/api/arrays/${array.id}`, { ...array, rows: array.rows + 3 });
    const { demo: _demo, ...company } = await owner.must('GET', '/api/company');
    await owner.must('PUT', '/api/company', { ...company, name: 'Another Firm' });
    expect(((await owner.send('GET', path)).body as Buffer).equals(before)).to.equal(true);
    const { paper } = await owner.must('GET', `/api/quotes/${chain.quoteId}`);
    expect(createHash('sha256').update(before).digest('hex')).to.equal(paper.sha256);
    const { items } = await owner.must('GET', `/api/trail/${chain.quoteId}`);
    expect(items.find(({ action }: { action: string }) => action === 'paper').change.sha256).to.equal(paper.sha256);
    const [kept] = await harness.sql('select input from papers where quote_id = $1', [chain.quoteId]);
    expect((kept?.input as { modules: number }).modules).to.equal(20);
  });

  it('of what is not there are not found, as a problem document and not as an empty file', async () => {
    const { status, headers } = await owner.send('GET', `/api/quotes/${randomUUID()}/paper.pdf`);
    expect([status, headers.get('content-type')?.split(';')[0]]).to.deep.equal([404, 'application/problem+json']);
  });

  describe('in the letters of other countries', () => {
    const draftFor = async (name: string) => {
      const site = { ...siteBody(), customer: { id: randomUUID(), name } };
      await owner.must('POST', '/api/sites', site);
      await owner.must('POST', `/api/sites/${site.id}/arrays`, arrayBody());
      const { arrays } = await owner.must('GET', `/api/sites/${site.id}`);
      await owner.must('POST', `/api/arrays/${arrays[0].id}/inspections`, inspectionBody());
      await owner.must('POST', `/api/arrays/${arrays[0].id}/reckonings`, { id: randomUUID() });
      await owner.must('POST', `/api/sites/${site.id}/plans`, { id: randomUUID() });
      return owner.must('POST', `/api/sites/${site.id}/quotes`, { id: randomUUID() });
    };

    for (const name of [
      'Čapek z Łodzi',
      'Ελένη Παπαδοπούλου',
      'Анна Щербакова',
      'Nguyễn Thị Thuỳ',
      'Loss ≥ 5 %, √2 ≈ 1.41 ± ∞',
    ]) {
      it(`${name} is printed`, async () => {
        const quote = await draftFor(name);
        expect(quote.unprintable).to.deep.equal([]);
        const sent = await owner.must('POST', `/api/quotes/${quote.id}/send`, { version: quote.version });
        const { body } = await owner.send('GET', `/api/quotes/${sent.id}/paper.pdf`);
        expect(await lettersOfPdf(body)).to.include(letters(name));
      });
    }

    it('that cannot be printed are said by character before it is sent, and it goes out only knowingly', async () => {
      const quote = await draftFor('王小明 Ltd');
      expect(quote.unprintable).to.deep.equal(['王', '小', '明']);
      const refused = await owner.send('POST', `/api/quotes/${quote.id}/send`, { version: quote.version });
      expect([refused.status, refused.body.issues[0].path]).to.deep.equal([409, 'withoutCharacters']);
      expect(refused.body.detail).to.include('王 小 明');
      const knowingly = { version: quote.version, withoutCharacters: true };
      expect((await owner.must('POST', `/api/quotes/${quote.id}/send`, knowingly)).state).to.equal('sent');
    });
  });
});

/** Letters and signs without the spaces between them, which a reader of PDFs guesses from distances. */
const letters = (text: string): string => text.normalize('NFC').replace(/[^\p{L}\p{M}\p{N}\p{P}\p{S}]+/gu, '');

async function lettersOfPdf(bytes: Buffer): Promise<string> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const { items } = await (await document.getPage(1)).getTextContent();
  return letters(items.map((item) => ('str' in item ? item.str : '')).join(''));
}
