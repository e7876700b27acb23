import { CLOCK_TOLERANCE } from '../../core/jobs/clock.ts';
import { clockGapOf } from '../../core/reports/signature.ts';
import { useSay, useSession } from '../api/hooks.ts';
import { useOutboxState } from '../outbox/index.ts';

/** Says that the clock of this device is off, and by how much; the times of what it ticks are set right all the same. */
export function ClockOff() {
  const { clockGap } = useOutboxState();
  const say = useSay();
  const session = useSession();
  const asked = session.data ? Math.round((session.dataUpdatedAt - Date.parse(session.data.now)) / 1000) : 0;
  const gap = clockGap === 0 ? asked : clockGap;
  if (Math.abs(gap) <= CLOCK_TOLERANCE) return null;
  return (
    <div className="unsent" role="status">
      The clock of this device is {say.finding(clockGapOf(gap))}. Set it right; the times of your ticks are set right
      meanwhile.
    </div>
  );
}
