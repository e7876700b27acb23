import { expect } from 'chai';
import { draftsBelongTo, dropDraft, keepDraft, readDraft } from './drafts.ts';

/** A store of the browser, as far as drafts use it. */
function store(full = false): Map<string, string> {
  const kept = new Map<string, string>();
  Object.defineProperty(globalThis, 'localStorage', {
    configurable: true,
    value: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => {
        if (full) throw new Error('QuotaExceededError');
        kept.set(key, value);
      },
      removeItem: (key: string) => kept.delete(key),
    },
  });
  return kept;
}

describe('what is typed and not sent', () => {
  afterEach(() => {
    draftsBelongTo('');
    Reflect.deleteProperty(globalThis, 'localStorage');
  });

  it('is there again under its name, and under no other', () => {
    store();
    keepDraft('site.new', { name: 'Fell barn', rows: '2' });
    expect(readDraft('site.new')).to.deep.equal({ name: 'Fell barn', rows: '2' });
    expect(readDraft('site.other')).to.equal(null);
  });

  it('is gone when it was sent', () => {
    store();
    keepDraft('site.new', { name: 'Fell barn' });
    dropDraft('site.new');
    expect(readDraft('site.new')).to.equal(null);
  });

  it('stands beside what else the browser keeps', () => {
    const kept = store();
    kept.set('site.new', 'somebody else’s');
    keepDraft('site.new', 1);
    expect(kept.get('site.new')).to.equal('somebody else’s');
  });

  it('does not stop anybody from typing where the store is full or closed', () => {
    store(true);
    expect(() => keepDraft('site.new', { name: 'Fell barn' })).not.to.throw();
    Reflect.deleteProperty(globalThis, 'localStorage');
    expect(() => keepDraft('site.new', {})).not.to.throw();
    expect(readDraft('site.new')).to.equal(null);
  });

  it('that cannot be read any more is as if it were not there', () => {
    store().set('pail.draft.site.new', '{broken');
    expect(readDraft('site.new')).to.equal(null);
  });

  it('is found by whoever typed it and by nobody else who signs in on the device', () => {
    store();
    draftsBelongTo('ada');
    keepDraft('site.new', { name: 'Fell barn' });
    draftsBelongTo('ben');
    expect(readDraft('site.new')).to.equal(null);
    keepDraft('site.new', { name: 'Another' });
    draftsBelongTo('ada');
    expect(readDraft('site.new')).to.deep.equal({ name: 'Fell barn' });
  });

  it('from before drafts were somebody’s is taken over once', () => {
    const kept = store();
    kept.set('pail.draft.site.new', '{"name":"Fell barn"}');
    draftsBelongTo('ada');
    expect(readDraft('site.new')).to.deep.equal({ name: 'Fell barn' });
    draftsBelongTo('ben');
    expect(readDraft('site.new')).to.equal(null);
  });
});
