import type { ReactNode } from 'react';

interface ChoiceProps {
  what: string;
  value: string;
  because: string;
  overruled?: { reason: string } | undefined;
  /** in words, what had been recommended */
  recommended?: string | undefined;
  /** the way to overrule it */
  children?: ReactNode;
}

/** One recommendation with its reason; where it was overruled, the reason for that and what it had been. */
export function Choice({ what, value, because, overruled, recommended, children }: ChoiceProps) {
  return (
    <div className="choice">
      <span className="what">{what}</span>
      <span className="chosen">{value}</span>
      <span>{children}</span>
      {overruled ? (
        <span className="overruled">
          Overruled: {overruled.reason}
          {recommended && <span className="quiet"> Recommended was: {recommended}.</span>}
        </span>
      ) : (
        <span className="because">{because}</span>
      )}
    </div>
  );
}
