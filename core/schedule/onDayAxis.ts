/** Hours of the clock on a day, from until to. */
export interface Stretch {
  from: number;
  to: number;
}

/** Half of a job's drive and its wash on the axis of a day, hours of the clock. */
export interface OnDayAxis {
  /** the drive there begins, the wash begins, the wash ends */
  start: number;
  wash: number;
  end: number;
  /** whether the wash goes on after its first cool hours have ended */
  intoHeat: boolean;
}

/** Hours that a wash takes at least on the axis: less would be no place to press. */
const LEAST_WASH = 0.3;

/**
 * Where a job lies on its day: begun with its first cool hours, but not before first light.
 * @param minutes of the whole job, its drive there and back among them
 */
export function onDayAxis(job: {
  firstLight: number;
  cool: readonly Stretch[];
  travelMinutes: number;
  minutes: number;
}): OnDayAxis {
  const [first] = job.cool;
  const start = Math.max(job.firstLight, first?.from ?? job.firstLight);
  const wash = start + job.travelMinutes / 60 / 2;
  const end = wash + Math.max(LEAST_WASH, (job.minutes - job.travelMinutes) / 60);
  return { start, wash, end, intoHeat: first !== undefined && end > first.to };
}
