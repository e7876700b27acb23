import { type RefObject, useLayoutEffect, useRef } from 'react';
import { useNavigationType } from 'react-router';

/**
 * Who turns to another step of a site finds it begin at the spine: on a phone the roof lies above it. Back and forth lead to
 * where they were, as on every page.
 * @param step null until it is known where the job stands: that its first step comes up then is no turning to it
 */
export function useSpineInSight(spine: RefObject<HTMLElement | null>, site: string, step: string | null): void {
  const turned = useNavigationType() !== 'POP';
  const before = useRef({ site, step });
  useLayoutEffect(() => {
    const from = before.current;
    before.current = { site, step };
    if (from.site !== site || from.step === null || from.step === step || !turned || !spine.current) return;
    const { top } = spine.current.getBoundingClientRect();
    if (top < 0 || top > window.innerHeight / 2) window.scrollBy({ top, behavior: 'instant' });
  }, [spine, site, step, turned]);
}
