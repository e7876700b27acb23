import { useState } from 'react';
import type { Outlook, OutlookSettings } from '../../contract/reckoning/endpoints.ts';
import { dropDraft, keepDraft, readDraft } from '../api/drafts.ts';
import { useEndpointMutation } from '../api/hooks.ts';

/** What is set for the years ahead of an array: as it stands on record, with what was tried since on this device. */
export function useOutlook(arrayId: string, onRecord: Outlook) {
  const draft = `outlook.${arrayId}`;
  const [tried, setTried] = useState<OutlookSettings>(() => readDraft<OutlookSettings>(draft) ?? {});
  const [forgotten, setForgotten] = useState(0);
  const forget = () => {
    dropDraft(draft);
    setForgotten(forgotten + 1);
    setTried({});
  };
  const send = useEndpointMutation('setOutlook', forget);
  const settings: OutlookSettings = { ...onRecord.settings, ...tried };
  const put = (next: OutlookSettings) =>
    send.mutate({ params: { id: arrayId }, body: { settings: next, version: onRecord.version } });
  return {
    settings,
    /** another one whenever what stands in the fields was not typed there */
    round: `${onRecord.version}.${forgotten}`,
    /** tries something: it counts here at once, and for others when it is kept */
    change: (next: OutlookSettings) => {
      setTried({ ...tried, ...next });
      keepDraft(draft, { ...tried, ...next });
    },
    tried: Object.keys(tried).length > 0,
    keep: () => put(settings),
    forget,
    /** back to what is computed, for everybody */
    clear: () => put({}),
    busy: send.isPending,
    error: send.error,
  };
}
