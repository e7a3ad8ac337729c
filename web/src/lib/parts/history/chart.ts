import type { HistorySummary } from '$lib/api/client';

export interface ChartBar {
  /** Along the chart, from 0 to 1, and how wide. */
  at: number;
  wide: number;
  planned: number;
  notPlanned: number;
  since: string;
  until: string;
}

/** The bars of a span; the last one ends with it. */
export function barsOf({ span, barSeconds, bars }: HistorySummary): ChartBar[] {
  const [start, end] = [Date.parse(span.since), Date.parse(span.until)];
  const whole = Math.max(1, end - start);
  return bars.map((bar) => {
    const since = Date.parse(bar.at);
    const until = Math.min(end, since + barSeconds * 1000);
    return {
      at: (since - start) / whole,
      wide: (until - since) / whole,
      planned: bar.planned,
      notPlanned: bar.notPlanned,
      since: new Date(since).toISOString(),
      until: new Date(until).toISOString()
    };
  });
}

/** So many moments, evenly along a span. */
export function ticksOf({ span }: HistorySummary, many: number): { at: number; moment: string }[] {
  const [start, end] = [Date.parse(span.since), Date.parse(span.until)];
  return Array.from({ length: many }, (_, i) => {
    const at = i / (many - 1);
    return { at, moment: new Date(start + at * (end - start)).toISOString() };
  });
}
