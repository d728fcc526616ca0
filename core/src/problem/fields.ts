import { z } from 'zod';

/** What records are kept under. */
export const idSchema = z
  .string()
  .regex(/^[A-Za-z0-9_.-]{1,80}$/, 'an id of letters, digits, dots, hyphens and underscores');

export const instantSchema = z.iso.datetime({
  offset: true,
  error: 'an ISO date and time with its zone, such as 2026-12-19T14:00:00Z',
});
