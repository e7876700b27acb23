import { newVersion } from './newVersion.ts';
import { useEngine } from './useEngine.ts';

/** Offers a newer version of the app. @param between whether this is a moment at which nothing is in hand */
export function NewVersionBanner({ between = true }: { between?: boolean }) {
  const waiting = useEngine(newVersion.subscribe, newVersion.waiting);
  if (!waiting) return null;
  return (
    <div className="version-banner" role="status">
      {between ? (
        <>
          A newer version is there. What you typed and ticked stays.{' '}
          <button type="button" className="btn btn-primary" onClick={() => void newVersion.take()}>
            Take it now
          </button>
        </>
      ) : (
        'A newer version is there. It can be taken when this step is done.'
      )}
    </div>
  );
}
