import type { Platform } from '$lib/api/client';

export const SOURCE: Record<Platform['source'], string> = {
  SHIPPED: 'as shipped',
  ALTERED: 'shipped, altered here',
  ADDED: 'added here'
};

export const PROTOCOL: Record<Platform['protocol'], string> = {
  SHELL: 'command line',
  NETCONF: 'NETCONF',
  HTTPS: 'HTTPS'
};

/** The text of a platform under another name; comments above its head are left out. */
export function renamed(yaml: string, name: string): string {
  return yaml.replace(/^(#.*\n)+/, '').replace(/^platform:.*$/m, `platform: ${name}`);
}

/** A name for a platform that stands in addresses: small letters, digits, hyphens, a letter first. */
export const isName = (name: string) => /^[a-z][a-z0-9-]{0,39}$/.test(name);
