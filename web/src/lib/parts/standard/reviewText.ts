import type { ReviewRow } from '$lib/api/client';

type Signed = Pick<ReviewRow, 'isWithdrawn' | 'reviewers' | 'signed' | 'objected' | 'mine'>;

/** How far a review has come, in words. */
export function reviewText({ isWithdrawn, reviewers, signed, objected, mine }: Signed): string {
  if (isWithdrawn) return 'withdrawn';
  const words = `${signed} of ${reviewers}`;
  const objections = objected > 0 ? `, ${objected} ${objected === 1 ? 'objects' : 'object'}` : '';
  return `${words}${objections}${mine ? ', waits for you' : ''}`;
}
