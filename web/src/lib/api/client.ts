import createClient, { type Middleware } from 'openapi-fetch';
import { linesOf } from './lines';
import type { components, paths } from './schema';

type Schemas = components['schemas'];
export type Device = Schemas['DeviceView'];
export type DevicePage = Schemas['DevicePage'];
export type DeviceDetail = Schemas['DeviceDetail'];
export type Answer = Schemas['Given'];
export type Removal = Schemas['Removal'];
export type Answers = Schemas['FourAnswers'];
export type Job = Schemas['JobView'];
export type JobLine = Schemas['LineView'];
export type ListPreview = Schemas['ListPreview'];
export type Freeze = Schemas['FreezeView'];
export type LaterChange = Schemas['LaterChange'];
export type PastPreview = Schemas['PastPreview'];
export type PastStanding = Schemas['PastStanding'];
export type Revision = Schemas['RevisionView'];
/** Who may have brought a revision. */
export type Origin = Schemas['OriginView'];
export type OriginActor = Schemas['ActorView'];
export type HistoryRow = Schemas['HistoryRow'];
export type HistorySummary = Schemas['HistorySummary'];
export type HistoryKind = HistoryRow['kind'];
export type Found = Schemas['Found'];
export type NotSearched = Schemas['NotSearched'];
export type OtherFound = Schemas['OtherFound'];
export type OtherHit = Schemas['OtherHit'];
export type PastEdit = Schemas['PastEdit'];
export type LineOrigins = Schemas['LineOriginView'];
/** All that is known of one line. */
export type LineReason = Schemas['LineReason'];
export type LinePlace = Schemas['StatementPlace'];
export type GitTarget = Schemas['GitView'];
export type DeskLayout = Schemas['DeskLayout'];
export type DeskNote = Schemas['DeskNote'];
export type SiteAnswers = Schemas['SiteAnswers'];
export type Compare = Schemas['CompareView'];
export type CompareRow = Schemas['RowView'];
export type CompareEnd = Schemas['EndInput'];
export type CompareEndView = Schemas['EndView'];
export type Structure = Schemas['StructureView'];
export type Difference = Schemas['DifferenceView'];
export type RevisionMark = Schemas['MarkView'];
export type RevisionMarkLocation = Schemas['RevisionMarkLocation'];
export type NoisePattern = Schemas['NoiseView'];
export type NoiseEffect = Schemas['Effect'];
export type Routine = Schemas['RoutineView'];
export type RoutineRun = Schemas['RunView'];
export type Retention = Schemas['RetentionView'];
export type RetentionDue = Schemas['DueView'];
export type Integrity = Schemas['IntegrityView'];
export type CredentialSet = Schemas['CredentialSetView'];
export type FirstContact = Schemas['FirstContactView'];
export type BaseAnswer = Schemas['BaseAnswerView'];
export type ConsoleRecording = Schemas['RecordingView'];
export type ConsoleReplay = Schemas['Replay'];
export type FleetEdit = Schemas['EditView'];
export type Possible = Schemas['PossibleView'];
export type Group = Schemas['GroupView'];
export type MacPlace = Schemas['MacPlace'];
export type DeviceTable = Schemas['TableView'];
export type TableReading = Schemas['TableReadingView'];
export type TableDifference = Schemas['TableDifferenceView'];
export type DeviceEvent = Schemas['DeviceEventView'];
export type Heading = Schemas['Heading'];
export type MapView = Schemas['MapView'];
export type CredentialUse = Schemas['UseView'];
export type ReadingPlan = Schemas['ReadingPlanView'];
export type Site = Schemas['SiteView'];
export type Account = Schemas['AccountView'];
export type ApiToken = Schemas['TokenView'];
export type TokenOf = Schemas['TokenOf'];
export type LogCounts = Schemas['LogCountsView'];
/** What grows by itself and is thinned out. */
export type Grown = paths['/api/housekeeping/{kind}']['put']['parameters']['path']['kind'];
export type AuditPage = Schemas['AuditPage'];
export type Session = Schemas['Session'];
export type Platform = Schemas['PlatformView'];
export type PlatformDetail = Schemas['PlatformDetail'];
export type PlatformProblem = Schemas['PlatformProblem'];
/** By the path of their block. */
export type PlatformKeys = Record<string, { name: string; says: string; example: string }[]>;
export type ReadView = Schemas['ReadView'];
export type TrialStep = Schemas['TrialStep'];
export type StandIn = Schemas['StandInView'];
export type Fault = Schemas['FaultView'];
export type ConfigKind = 'RUNNING' | 'SAVED' | 'AGREED';
export type FindingDetail = Schemas['FindingDetail'];
export type RolloutRow = Schemas['RolloutRow'];
export type Rollout = Schemas['RolloutView'];
export type RolloutDevice = Schemas['RolloutDeviceView'];
export type Model = Schemas['ModelView'];
export type Image = Schemas['ImageView'];
export type TemplateRow = Schemas['TemplateRow'];
export type Template = Schemas['TemplateView'];
export type TemplateText = Schemas['TemplateText'];
export type TemplateField = Schemas['FieldText'];
export type Filled = Schemas['FilledView'];
export type Port = Schemas['PortView'];
export type Change = Schemas['ChangeView'];
export type StandingRule = Schemas['StandingRuleView'];
export type StandingAct = Schemas['ActView'];
export type StandingReach = Schemas['StandingReach'];
export type ConcernedDrift = Schemas['ConcernedView'];
export type ConfigurationPart = Schemas['ConfigurationPart'];
export type PathEditInput = Schemas['PathEditInput'];
export type TriedEdit = Schemas['TriedEdit'];
export type BlockComparison = Schemas['BlockComparison'];
export type BlockVersion = Schemas['BlockVersion'];
export type LineHelp = Schemas['LineHelpView'];
export type LineMark = Schemas['Mark'];
export type LineSuggestion = Schemas['Suggestion'];
export type ChangeRow = Schemas['ChangeRow'];
export type ChangeEdit = Schemas['ChangeEditView'];
export type ChangePreview = Schemas['ChangePreview'];
export type DevicePreview = Schemas['DevicePreview'];
export type ChangeRun = Schemas['ChangeRunView'];
export type RunDevice = Schemas['RunDeviceView'];
export type RunStep = Schemas['RunStepView'];
export type DriftRow = Schemas['DriftRow'];
export type DriftPart = Schemas['DriftPartView'];
export type Agreed = Schemas['AgreedView'];
export type StandardRow = Schemas['StandardRow'];
export type Standard = Schemas['StandardView'];
export type StandardText = Schemas['StandardText'];
export type Clause = Schemas['ClauseText'];
export type Heat = Schemas['HeatView'];
export type ClauseException = Schemas['ExceptionView'];
export type PastTrial = Schemas['PastTrialView'];
export type ShippedClause = Schemas['ShippedClause'];
export type FindingPage = Schemas['FindingPage'];
export type FindingRow = Schemas['FindingRow'];
export type FindingNote = Schemas['FindingNoteView'];
export type StandardVerdicts = Schemas['StandardVerdicts'];
export type StandardResults = Schemas['ResultsView'];
export type StandardMatrix = Schemas['MatrixView'];
export type StandardVersion = Schemas['VersionView'];
export type ChangeEffect = Schemas['ChangeEffect'];
export type Case = Schemas['CaseView'];
export type CaseRow = Schemas['CaseRow'];
export type CaseItem = Schemas['CaseItemView'];
export type CaseItemInput = Schemas['CaseItemInput'];
export type Person = Schemas['PersonView'];
export type Review = Schemas['ReviewView'];
export type ReviewRow = Schemas['ReviewRow'];
export type Board = Schemas['BoardView'];
export type BoardPart = Schemas['BoardPart'];
export type OutcomeCounts = Schemas['OutcomeCounts'];
export type TrendPoint = Schemas['TrendPoint'];
export type AgeCount = Schemas['AgeCount'];
export type Evidence = Schemas['Evidence'];
export type Trial = Schemas['TrialView'];
export type Section = Schemas['ClauseSection'];
export type FleetTrial = Schemas['FleetTrialView'];

/** A problem detail (RFC 9457) as the server sends it; lines and columns count from 0. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly meaning: string,
    readonly advice: string,
    readonly places: readonly { line: number; column: number; message: string }[] = [],
    /** Where in a one-line text, in characters. */
    readonly span?: { position: number; length: number },
    /** Which field of what was sent is wrong. */
    readonly field?: string,
    /** What is wrong with which fields of what was sent. */
    readonly fields: readonly { field: string; message: string }[] = []
  ) {
    super(meaning);
  }
}

const tokenOf = (cookies: string) => {
  const token = cookies.match(/(?:^|; )XSRF-TOKEN=([^;]*)/)?.[1];
  return token && decodeURIComponent(token);
};

const withToken: Middleware = {
  onRequest({ request }) {
    const token = tokenOf(document.cookie);
    if (token) request.headers.set('X-XSRF-TOKEN', token);
    return request;
  }
};

/** A session that has ended leads to the log-in, and from there back to this page. */
const withLogIn: Middleware = {
  onResponse({ request, response }) {
    const isAsking = new URL(request.url).pathname === '/api/session';
    if (response.status !== 401 || isAsking || location.pathname === '/login') return;
    location.assign(`/login?to=${encodeURIComponent(location.pathname + location.search)}`);
  }
};

const client = createClient<paths>({ querySerializer: { array: { style: 'form', explode: true } } });
client.use(withToken, withLogIn);

export const api = client;

/** The body of an answer, or a {@link Problem}; a server that cannot be reached is a problem too. */
export async function need<T>(
  answer: Promise<{ data?: T; error?: unknown; response: Response }>
): Promise<T> {
  let got;
  try {
    got = await answer;
  } catch {
    throw new Problem(
      0,
      'no-server',
      'The server does not answer.',
      'Check that it runs; this page tries again by itself.'
    );
  }
  if (!got.response.ok) throw problemOf(got.response.status, got.error);
  return got.data as T;
}

export function problemOf(status: number, body: unknown): Problem {
  const told = (typeof body === 'object' && body !== null ? body : {}) as Record<string, unknown>;
  return new Problem(
    status,
    String(told.code ?? 'unknown'),
    String(told.detail ?? `The server answered ${status}.`),
    String(told.advice ?? 'Load the page again.'),
    (told.problems as Problem['places'] | undefined) ?? [],
    typeof told.position === 'number' ? { position: told.position, length: Number(told.length) } : undefined,
    typeof told.field === 'string' ? told.field : undefined,
    (told.fields as Problem['fields'] | undefined) ?? []
  );
}

/** An answer that comes line by line; aborting the signal ends the work on the server too. */
export async function* postForLines<T>(path: string, body: unknown, signal: AbortSignal): AsyncGenerator<T> {
  const headers = { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': tokenOf(document.cookie) ?? '' };
  const response = await fetch(path, { method: 'POST', headers, body: JSON.stringify(body), signal });
  if (!response.ok) throw problemOf(response.status, await response.json().catch(() => ({})));
  if (response.body) yield* linesOf<T>(response.body);
}

/** Whatever was thrown, as a problem that can be shown. */
export function asProblem(thrown: unknown): Problem {
  if (thrown instanceof Problem) return thrown;
  return new Problem(0, 'page', `This page met an error: ${String(thrown)}`, 'Load the page again.');
}
