import { expect } from 'chai';
import type { Agreement, Visit } from '../../contract/agreements/endpoints.ts';
import { read } from '../testing/markup.tsx';
import { AgreementPart } from './AgreementPart.tsx';

const visit = (number: number, due: string, price: number): Visit => ({
  ...{ id: `v${number}`, number, due, dueFrom: due, dueTo: due, price, state: 'due', added: false },
  ...{ because: '', job: null, version: 1 },
});
const agreement: Agreement = {
  ...{ id: 'a', siteId: 's', site: 'Reed barn', quoteId: 'q', number: 1001, revision: 1, choice: 'planned' },
  ...{ additions: ['fittings'], visits: 2, begins: '2027-01-01', state: 'running', standing: 'running', because: '' },
  ...{ price: 100_000, currency: 'ZAR', deposit: 0, depositOn: null, lineUpOn: null, lineDropped: null, version: 1 },
  planned: [visit(1, '2027-02-01', 160_000), visit(2, '2027-08-01', 100_000)],
  left: { visits: 2, gross: 260_000 },
};

describe('an agreement on the screen', () => {
  const once = 'ZAR 600.00 more with the first, once';

  it('says what is paid once with the first visit, also where that was moved behind the next', () => {
    expect(read(<AgreementPart agreement={agreement} />)).to.include(once);
    const [first, second] = agreement.planned as [Visit, Visit];
    const moved = { ...agreement, planned: [second, { ...first, due: '2027-09-01' }] };
    expect(read(<AgreementPart agreement={moved} />)).to.include(once);
  });

  it('says nothing of it where nothing is paid once', () => {
    const plain = { ...agreement, planned: agreement.planned.map((one) => ({ ...one, price: 100_000 })) };
    expect(read(<AgreementPart agreement={plain} />)).not.to.include('more with the first');
  });
});
