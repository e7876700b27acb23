import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { onStage } from '../testing/harness.ts';

describe('what a browser is told to refuse', () => {
  const folder = mkdtempSync(join(tmpdir(), 'wide-pail-web-'));
  mkdirSync(join(folder, 'assets'));
  writeFileSync(join(folder, 'index.html'), '<!doctype html><title>A page</title>');
  after(() => rmSync(folder, { recursive: true }));
  const { owner } = onStage(() => ({ WEB_FOLDER: folder }));

  const headersOf = async (path: string) => (await owner.send('GET', path)).headers;

  it('is, with an answer, everything but to show it: it loads nothing and stands in no frame', async () => {
    for (const path of ['/api/sites', '/api/session', '/api/nothing-of-the-kind']) {
      const headers = await headersOf(path);
      const policy = headers.get('content-security-policy') ?? '';
      expect(policy, path).to.include("default-src 'none'").and.to.include("frame-ancestors 'none'");
      expect(headers.get('x-content-type-options'), path).to.equal('nosniff');
      expect(headers.get('referrer-policy'), path).to.equal('no-referrer');
      expect(headers.get('cross-origin-resource-policy'), path).to.equal('same-origin');
      expect(headers.get('cache-control'), path).to.equal('no-store');
      expect(headers.get('x-powered-by'), path).to.equal(null);
    }
  });

  it('is for no search engine, neither page nor answer, least of all what a private link opens', async () => {
    for (const path of ['/', '/letter/of-somebody', '/api/letters/by-link/of-somebody-else-entirely'])
      expect((await headersOf(path)).get('x-robots-tag'), path).to.equal('noindex, nofollow');
  });

  it('is, with a page, whatever does not come from here', async () => {
    for (const path of ['/', '/sites']) {
      const headers = await headersOf(path);
      const policy = headers.get('content-security-policy') ?? '';
      expect(policy, path).to.include("default-src 'self'").and.to.include("object-src 'none'");
      expect(policy, path).to.include("script-src 'self'").and.not.include("script-src 'self' 'unsafe");
      expect(headers.get('x-content-type-options'), path).to.equal('nosniff');
      expect(headers.get('cross-origin-opener-policy'), path).to.equal('same-origin');
    }
  });
});
