/** What the stand-in of the meter can be told to do. */
export const METER_MOODS = ['well', 'drifts', 'hangs', 'lies', 'off'] as const;
export type MeterMood = (typeof METER_MOODS)[number];
