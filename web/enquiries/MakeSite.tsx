import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import type { QuickLook } from '../../contract/inspections/quickLooks.ts';
import { SEEN_WORDS } from '../../words/en/labels.ts';
import { useSession } from '../api/hooks.ts';
import { AskDialog } from '../parts/AskDialog.tsx';
import { beginSite, siteBegun } from '../sites/newSiteDraft.ts';

/** Makes a site of a call. What somebody typed of another one before is not thrown away without a word. */
export function MakeSite({ look }: { look: Pick<QuickLook, 'id' | 'at' | 'fields'> }) {
  const navigate = useNavigate();
  const zone = useSession().data?.company?.zone;
  const [other, setOther] = useState<string | null>(null);
  const go = () => navigate('/sites/new');
  const begin = () => {
    beginSite(look, SEEN_WORDS, zone);
    go();
  };
  const press = () => {
    const begun = siteBegun();
    if (begun === null) begin();
    else if (begun.call === look.id) go();
    else setOther(begun.name);
  };
  return (
    <>
      <Button variant="outline-primary" onClick={press}>
        Create the site
      </Button>
      {other !== null && (
        <AskDialog
          title="Another site was begun"
          action="Begin this one instead"
          onSubmit={begin}
          onClose={() => setOther(null)}
        >
          <p className="mb-0">
            What was typed of <strong>{other}</strong> was not sent yet, and would be gone. It stands under New site.
          </p>
        </AskDialog>
      )}
    </>
  );
}
