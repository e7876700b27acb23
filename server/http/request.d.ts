import type { SignedIn } from '../context.ts';

declare module 'express-serve-static-core' {
  interface Request {
    person: SignedIn | null;
  }
}
