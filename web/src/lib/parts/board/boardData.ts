import {
  api,
  need,
  type BoardPart,
  type OutcomeCounts,
  type SiteAnswers,
  type Standard,
  type StandardResults,
  type TrendPoint
} from '$lib/api/client';
import { ageBars, driftBars } from './boardText';

interface CountRow {
  name: string;
  says?: string;
  path?: string;
  counts: OutcomeCounts;
}

/** What a part of a board shows. */
export type PartData =
  | { is: 'counts'; rows: CountRow[] }
  | { is: 'bars'; bars: { name: string; value: number; path?: string }[] }
  | { is: 'trend'; points: TrendPoint[] }
  | { is: 'answers'; answers: SiteAnswers[]; devices: number };

const MONTH = 31;

const findings = (asked: Record<string, string>) => `/standards/findings?${new URLSearchParams(asked)}`;

async function results(name: string, query: string | undefined): Promise<StandardResults> {
  const params = { path: { name }, query: query ? { query } : {} };
  return need(api.GET('/api/standards/{name}/results', { params }));
}

async function countsOf(part: BoardPart, name: string): Promise<CountRow[]> {
  const found = await results(name, part.query);
  switch (part.kind) {
    case 'SITES':
      return found.bySite.map((row) => ({ ...row, path: findings({ standard: name, site: row.name }) }));
    case 'GROUPS':
      return found.byGroup;
    case 'PARAGRAPHS':
      return found.byParagraph;
    default: {
      const standard: Standard = await need(api.GET('/api/standards/{name}', { params: { path: { name } } }));
      const reasons = new Map(standard.text.clauses.map(({ tag, reason }) => [tag, reason]));
      return found.byClause.map(({ tag, counts }) => {
        const says = reasons.get(tag);
        return { name: tag, ...(says ? { says } : {}), counts, path: findings({ standard: name, tag }) };
      });
    }
  }
}

/** Asks the server for what a part shows now. */
export async function readPart(part: BoardPart): Promise<PartData> {
  const standard = part.standard ?? '';
  switch (part.kind) {
    case 'TREND': {
      const params = { path: { name: standard }, query: { days: part.days ?? MONTH } };
      return { is: 'trend', points: await need(api.GET('/api/standards/{name}/trend', { params })) };
    }
    case 'AGES': {
      const query = standard ? { standard } : {};
      return { is: 'bars', bars: ageBars(await need(api.GET('/api/findings/ages', { params: { query } }))) };
    }
    case 'DRIFT': {
      const bars = driftBars(await need(api.GET('/api/drift')));
      return { is: 'bars', bars: bars.map((bar) => ({ ...bar, path: '/drift' })) };
    }
    case 'ANSWERS': {
      const [answers, fleet] = await Promise.all([
        need(api.GET('/api/desk/answers')),
        need(api.GET('/api/devices', { params: { query: { size: 1 } } }))
      ]);
      return { is: 'answers', answers, devices: fleet.matching };
    }
    default:
      return { is: 'counts', rows: await countsOf(part, standard) };
  }
}
