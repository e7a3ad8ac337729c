import type { PastEdit } from '$lib/api/client';

const DEED: Record<string, string> = { ADDED: 'came', REMOVED: 'went', MODIFIED: 'altered', MOVED: 'moved' };

/** What happened to a statement, in a word. */
export const deedText = (edit: PastEdit) => DEED[edit.kind] ?? edit.kind;
