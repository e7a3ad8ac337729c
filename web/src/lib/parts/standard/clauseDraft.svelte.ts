import type { Clause } from '$lib/api/client';

/** A clause that was made of what stands somewhere, on its way to the standard that it is for. */
class ClauseDraft {
  #kept: { standard: string; clause: Clause; device: string } | undefined;

  bring = (standard: string, clause: Clause, device: string) => (this.#kept = { standard, clause, device });

  /** Once: whoever comes to the standard again does not find it a second time. */
  take(standard: string): { clause: Clause; device: string } | undefined {
    const kept = this.#kept;
    if (kept?.standard !== standard) return undefined;
    this.#kept = undefined;
    return kept;
  }
}

export const clauseDraft = new ClauseDraft();
