import { describe, expect, it } from 'vitest';
import { ROLES, roleSays, scopesOf } from './role';

describe('scopesOf', () => {
  it.each([
    ['VIEWER', ['VIEWER']],
    ['ENGINEER', ['VIEWER', 'ENGINEER']],
    ['APPROVER', ['VIEWER', 'APPROVER']],
    ['ADMINISTRATOR', ['VIEWER', 'ENGINEER', 'APPROVER', 'ADMINISTRATOR']]
  ] as const)('gives a %s nothing wider than the role itself', (role, scopes) => {
    expect(scopesOf(role)).toEqual(scopes);
  });
});

describe('roleSays', () => {
  it('tells the roles apart', () => {
    expect(new Set(ROLES.map(roleSays)).size).toBe(ROLES.length);
  });
});
