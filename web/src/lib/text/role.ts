import type { Account } from '$lib/api/client';

type Role = Account['role'];

const SAYS: Record<Role, string> = {
  VIEWER: 'look at everything but secrets',
  ENGINEER: 'look, copy, bring in and edit devices',
  APPROVER: 'look, and approve changes',
  ADMINISTRATOR: 'do everything, accounts and credentials included'
};

export const ROLES = Object.keys(SAYS) as Role[];

/** What a role may do, as it follows "may". */
export const roleSays = (role: Role) => SAYS[role];

/** The roles that a token of somebody with this role may have: never a wider one. */
export const scopesOf = (role: Role): Role[] =>
  role === 'ADMINISTRATOR' ? ROLES : role === 'VIEWER' ? ['VIEWER'] : ['VIEWER', role];
