import type { TemplateField, TemplateText } from '$lib/api/client';

export const KIND: Record<TemplateField['kind'], string> = {
  TEXT: 'text',
  NUMBER: 'number',
  ADDRESS: 'address',
  PREFIX: 'prefix',
  PORTS: 'ports'
};

/** What a field is called on the page. */
export const labelOf = (field: TemplateField) => field.label || field.name;

/** Fields that all devices share, and those of which each has its own; ports are among neither. */
export const sharedFields = (text: TemplateText) =>
  text.fields.filter((field) => field.kind !== 'PORTS' && !field.isPerDevice);
export const ownFields = (text: TemplateText) =>
  text.fields.filter((field) => field.kind !== 'PORTS' && field.isPerDevice);
export const portFields = (text: TemplateText) => text.fields.filter((field) => field.kind === 'PORTS');

/** A name that no field has yet. */
export function freeName(fields: readonly TemplateField[]): string {
  for (let i = fields.length + 1; ; i++)
    if (fields.every((field) => field.name !== `field_${i}`)) return `field_${i}`;
}

/** "7 lines sent, 2 there already, 1 equal to a default" */
export function filledText(filled: { commands: readonly string[]; there: number; defaults: number }): string {
  const sent = filled.commands.length;
  const parts = [sent === 0 ? 'nothing to send' : sent === 1 ? '1 line sent' : `${sent} lines sent`];
  if (filled.there > 0) parts.push(`${filled.there} there already`);
  if (filled.defaults > 0) parts.push(`${filled.defaults} equal to a default`);
  return parts.join(', ');
}
