import { expect } from 'chai';
import { calendarDays, dateIn } from './calendar.ts';

describe('the calendar of a zone', () => {
  it('names the date that it is there', () => {
    const instant = '2026-03-31T22:30:00Z';
    expect(dateIn(instant, 'UTC')).to.equal('2026-03-31');
    expect(dateIn(instant, 'Africa/Johannesburg')).to.equal('2026-04-01');
    expect(dateIn(new Date(instant), 'America/Denver')).to.equal('2026-03-31');
  });
  it('counts days by midnights, not by hours', () => {
    expect(calendarDays('2026-03-31T21:59:00Z', '2026-03-31T22:01:00Z', 'Africa/Johannesburg')).to.equal(1);
    expect(calendarDays('2026-03-31T22:01:00Z', '2026-04-01T21:59:00Z', 'Africa/Johannesburg')).to.equal(0);
    // The night on which the clocks go forward is an hour short, and a day all the same.
    expect(calendarDays('2026-03-28T12:00:00Z', '2026-03-29T12:00:00Z', 'Europe/Berlin')).to.equal(1);
  });
});
