import type { Plan, PlanOverrides } from '../../contract/methods/endpoints.ts';

/** What every part of the plan's page takes. */
export interface PlanPartProps {
  plan: Plan;
  /** plans again with these overrides; left out for those who may only read */
  onOverrule: ((overrides: PlanOverrides) => void) | undefined;
  busy: boolean;
}
