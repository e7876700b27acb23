import { z } from 'zod';
import { DATE_ORDERS } from '../../core/time/typed.ts';
import { DECIMAL_MARKS, METERS, UNIT_SYSTEMS } from '../../core/units/quantities.ts';
import { email, id, idParams, text, version } from '../common.ts';
import { companyCard } from '../company/endpoints.ts';
import { EVERYONE, endpoint, OWNER, ROLES } from '../endpoint.ts';

export const role = z.enum(ROLES);
export const units = z.object({
  system: z.enum(UNIT_SYSTEMS),
  decimalMark: z.enum(DECIMAL_MARKS),
  dateOrder: z.enum(DATE_ORDERS),
  /** what the meter in hand shows; conductivity where nobody said */
  meter: z.enum(METERS).optional(),
});
/** Length over composition: a long phrase is easier to keep and harder to guess. */
export const PASSWORD_LEAST = 12;
export const password = z.string().min(PASSWORD_LEAST, `must have at least ${PASSWORD_LEAST} characters`).max(128);

export const person = z.object({
  id,
  name: z.string(),
  email: z.string(),
  role,
  disabled: z.boolean(),
  units,
  version,
});
export type Person = z.infer<typeof person>;

export const session = z.object({
  person: person.nullable(),
  company: companyCard.nullable(),
  csrf: z.string(),
  /** the server's clock, by which a device sees how far its own is off */
  now: z.string(),
  /** whether this person has to set up a second factor before anything else is open */
  mustSetUpFactor: z.boolean(),
});
export type Session = z.infer<typeof session>;

export const token = z.object({ token: z.string().regex(/^[A-Za-z0-9_-]{43}$/, 'must be the last part of the link') });

/** Who is invited, as what. */
export const invitationFields = z.object({ name: text(120), email, role });

export const peopleEndpoints = {
  readSession: endpoint({
    method: 'GET',
    path: '/api/session',
    summary: 'Who is signed in',
    roles: 'public',
    answer: session,
  }),
  signIn: endpoint({
    method: 'POST',
    path: '/api/session',
    summary: 'Sign in',
    roles: 'public',
    body: z.object({
      email,
      password: z.string().min(1).max(200),
      /** of the second factor, or a recovery code; asked for where the person has one */
      code: z.string().trim().min(6).max(40).optional(),
    }),
    answer: session,
  }),
  signOut: endpoint({
    method: 'DELETE',
    path: '/api/session',
    summary: 'Sign out',
    roles: EVERYONE,
    beforeFactor: true,
  }),
  setUnits: endpoint({
    method: 'PUT',
    path: '/api/session/units',
    summary: 'How numbers and dates are shown to this person',
    roles: EVERYONE,
    body: units.extend({ version }),
    answer: person,
  }),
  listPeople: endpoint({
    method: 'GET',
    path: '/api/people',
    summary: 'Everybody of the company, and open invitations',
    roles: OWNER,
    answer: z.object({
      people: z.array(person.extend({ secondFactor: z.boolean(), sessions: z.number() })),
      invitations: z.array(
        z.object({
          id,
          name: z.string(),
          email: z.string(),
          role,
          expiresAt: z.string(),
          /** whether its link opens nothing any more, since whoever made it has another password, role or second factor */
          ended: z.boolean(),
        }),
      ),
      /** whether everybody has to have a second factor */
      secondFactorForAll: z.boolean(),
    }),
  }),
  changePerson: endpoint({
    method: 'PATCH',
    path: '/api/people/:id',
    summary: 'Change a role, or close an account',
    roles: OWNER,
    params: idParams,
    body: z.object({ role: role.optional(), disabled: z.boolean().optional(), version }),
    answer: person,
  }),
  invite: endpoint({
    method: 'POST',
    path: '/api/invitations',
    summary: 'Invite somebody by a one-time link',
    roles: OWNER,
    body: invitationFields.extend({ id }),
    answer: z.object({ id, token: z.string().nullable(), expiresAt: z.string() }),
  }),
  revokeInvitation: endpoint({
    method: 'DELETE',
    path: '/api/invitations/:id',
    summary: 'Take an invitation back; its link stops working',
    roles: OWNER,
    params: idParams,
  }),
  readInvitation: endpoint({
    method: 'GET',
    path: '/api/invitations/by-link/:token',
    summary: 'Whom an invitation is for',
    roles: 'public',
    params: token,
    /** name and email are empty on the first owner's link */
    answer: z.object({ name: z.string(), email: z.string(), role, company: z.string() }),
  }),
  acceptInvitation: endpoint({
    method: 'POST',
    path: '/api/invitations/by-link/:token/accept',
    summary: 'Accept an invitation and choose a password',
    roles: 'public',
    params: token,
    body: z.object({
      password,
      /** only for the first owner, whose link names nobody */
      name: text(100).optional(),
      email: email.optional(),
    }),
    answer: session,
  }),
};
