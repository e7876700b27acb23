import { z } from 'zod';
import { id, idParams } from '../common.ts';
import { EVERYONE, endpoint, OWNER } from '../endpoint.ts';
import { password, token } from './endpoints.ts';

const ownPassword = z.string().min(1).max(200);

/** A sign-in that is still open, without what would let anybody use it. */
export const openSession = z.object({
  id,
  since: z.string(),
  /** network address and browser it came from */
  from: z.string(),
  agent: z.string(),
  /** whether it is the one that asks */
  own: z.boolean(),
});
export type OpenSession = z.infer<typeof openSession>;

const factorState = z.object({ on: z.boolean(), codesLeft: z.number(), forAll: z.boolean() });

export const accountEndpoints = {
  changePassword: endpoint({
    method: 'PUT',
    path: '/api/account/password',
    summary: 'Change one’s own password; every other session of one’s own ends',
    roles: EVERYONE,
    body: z.object({ current: ownPassword, password }),
  }),
  listSessions: endpoint({
    method: 'GET',
    path: '/api/account/sessions',
    summary: 'One’s own open sessions',
    roles: EVERYONE,
    answer: z.object({ sessions: z.array(openSession) }),
  }),
  endSession: endpoint({
    method: 'DELETE',
    path: '/api/account/sessions/:id',
    summary: 'End one of one’s own sessions',
    roles: EVERYONE,
    params: idParams,
  }),
  readFactor: endpoint({
    method: 'GET',
    path: '/api/account/second-factor',
    summary: 'Whether one has a second factor, and how many recovery codes are left',
    roles: EVERYONE,
    beforeFactor: true,
    answer: factorState,
  }),
  beginFactor: endpoint({
    method: 'POST',
    path: '/api/account/second-factor',
    summary: 'Begin to set up a second factor (TOTP); it counts once a code of it has been given',
    roles: EVERYONE,
    beforeFactor: true,
    body: z.object({ password: ownPassword }),
    answer: z.object({ secret: z.string(), address: z.string() }),
  }),
  confirmFactor: endpoint({
    method: 'POST',
    path: '/api/account/second-factor/confirmation',
    summary: 'Confirm the second factor by a code; answers the recovery codes, once',
    roles: EVERYONE,
    beforeFactor: true,
    body: z.object({
      code: z
        .string()
        .trim()
        .regex(/^\d{6}$/, 'must be the six digits that the app shows'),
    }),
    answer: z.object({ recoveryCodes: z.array(z.string()) }),
  }),
  dropFactor: endpoint({
    method: 'POST',
    path: '/api/account/second-factor/removal',
    summary: 'Take one’s own second factor away',
    roles: EVERYONE,
    body: z.object({ password: ownPassword }),
    answer: factorState,
  }),
  requireFactor: endpoint({
    method: 'PUT',
    path: '/api/people/second-factor',
    summary: 'Say whether everybody has to have a second factor',
    roles: OWNER,
    body: z.object({ forAll: z.boolean() }),
    answer: z.object({ forAll: z.boolean() }),
  }),
  dropFactorOf: endpoint({
    method: 'DELETE',
    path: '/api/people/:id/second-factor',
    summary: 'Take the second factor of somebody away who has lost it; their sessions end',
    roles: OWNER,
    params: idParams,
  }),
  makeResetLink: endpoint({
    method: 'POST',
    path: '/api/people/:id/reset-links',
    summary: 'Make a one-time link by which somebody chooses a new password',
    roles: OWNER,
    params: idParams,
    body: z.object({ id }),
    answer: z.object({ token: z.string().nullable(), expiresAt: z.string() }),
  }),
  readResetLink: endpoint({
    method: 'GET',
    path: '/api/reset-links/:token',
    summary: 'Whom a link for a new password is for',
    roles: 'public',
    params: token,
    answer: z.object({ name: z.string() }),
  }),
  useResetLink: endpoint({
    method: 'POST',
    path: '/api/reset-links/:token/password',
    summary: 'Choose a new password by a one-time link; every session of that person ends',
    roles: 'public',
    params: token,
    body: z.object({ password }),
  }),
};
