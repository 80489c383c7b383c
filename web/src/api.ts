// Speaks with the server: JSON in and out, problem details as errors.
import { EventSourceParserStream } from 'eventsource-parser/stream';
import type {
  Answer,
  Changed,
  Command,
  GardenView,
  InvitedRole,
  JournalEntry,
  Outcome,
  Question,
  Refusal,
  Routes,
  Search,
  Site,
  Told,
} from './generated/api';

/** What the server answers when it did not do what it was asked: RFC 9457, with a way out. */
export interface Problem {
  status: number;
  title: string;
  detail: string;
  field?: string;
  refusal?: Refusal;
  current?: GardenView;
  /** The server has too much to do: nothing was changed, and it may be asked again. */
  again?: boolean;
}

/** A problem as something to throw. */
export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

/** What a question of a kind is answered with. */
export type AnswerTo<A extends Answer['to']> = { [one in Answer as one['to']]: one['is'] }[A];

/** No whole answer came: a read may simply be tried again, of a change nobody knows whether it was made. */
function lost(changes: boolean): Refused {
  const detail = !changes
    ? 'The garden cannot be reached just now.'
    : 'No answer came, so it is not known whether that was done; look before you do it again.';
  return new Refused({ status: 0, title: 'No answer', detail });
}

/** What is sent with a request of a route: its address, what stands behind the question mark, its body; or a body that is text. */
type Sent<R extends keyof Routes> = Omit<Routes[R], 'answers' | 'reads'> &
  (Routes[R] extends { reads: infer Body } ? { reads: Body } | { text: string } : { text?: string });

/** A request as all routes have it. */
interface AnySent {
  at?: Record<string, number | string>;
  asks?: Record<string, unknown>;
  reads?: unknown;
  text?: string;
}

function addressOf(path: string, { at = {}, asks = {} }: AnySent): string {
  const filled = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(at[name] ?? ''));
  const said = Object.entries(asks).filter(([, value]) => value !== null && value !== undefined);
  const behind = new URLSearchParams(said.map(([name, value]) => [name, String(value)])).toString();
  return `/api/v1${filled}${behind === '' ? '' : `?${behind}`}`;
}

/** Calls a route, by the types that the server's own description gives it. */
async function call<R extends keyof Routes>(
  route: R,
  sent: Sent<R>,
  headers: Record<string, string> = {},
): Promise<Routes[R]['answers']> {
  const any = sent as AnySent;
  const [method = '', path = ''] = route.split(' ');
  const rehearsed = (any.reads as { rehearse?: boolean } | undefined)?.rehearse === true;
  const changes = method !== 'GET' && !path.endsWith('/questions') && !rehearsed;
  const init: RequestInit = { method, headers };
  if (any.reads !== undefined || any.text !== undefined) {
    init.headers = { 'Content-Type': 'application/json', ...headers };
    init.body = any.text ?? JSON.stringify(any.reads);
  }
  let answer: Response;
  let text: string;
  try {
    answer = await fetch(addressOf(path, any), init);
    // The line may be cut in the middle of an answer too.
    text = await answer.text();
  } catch {
    throw lost(changes);
  }
  let read: unknown;
  try {
    read = text === '' ? undefined : JSON.parse(text);
  } catch {
    read = undefined;
  }
  if (answer.ok && (read !== undefined || text === '')) return read as Routes[R]['answers'];
  // The server itself says when it was too busy to begin.
  const told = read as (Partial<Problem> & { type?: string }) | undefined;
  if (answer.status === 503 && told?.type === '/problems/busy')
    throw new Refused({ title: 'Not now', detail: 'Try again in a moment.', ...told, status: 503, again: true });
  // What stands between may answer in place of the server, or the database may have gone: then nobody knows what was done.
  if (answer.ok || [502, 503, 504].includes(answer.status)) throw lost(changes);
  const fallback: Problem = { status: answer.status, title: 'Refused', detail: 'The server could not do that.' };
  throw new Refused({ ...fallback, ...(read as Partial<Problem> | undefined) });
}

/** What a search that ended without its end is told as. */
export const CUT_OFF = 'The search was cut off; what it found so far is kept.';

/** What was refused before any search began. */
async function refusedWith(answer: Response): Promise<Refused> {
  const problem = (await answer.json().catch(() => null)) as Problem | null;
  return new Refused(problem ?? { status: 0, title: 'No answer', detail: CUT_OFF });
}

/** A change as it is sent: the same request, sent again, carries the same key and is made once. */
export interface Request {
  garden: number;
  revision: number;
  key: string;
  /** The day whose picture is wanted back. */
  on: string;
  /** Whether the season of that day's year is wanted too. */
  season: boolean;
  does: { do: 'command'; command: Command } | { do: 'undo' | 'redo'; number?: number };
}

export const api = {
  session: () => call('GET /session', {}),
  signIn: (name: string, password: string) => call('POST /session', { reads: { name, password } }),
  signUp: (name: string, password: string, invitation: string | null) =>
    call('POST /accounts', { reads: { name, password, invitation } }),
  enterDemo: (household: string) => call('POST /session/demo', { reads: { household } }),
  sessions: () => call('GET /account/sessions', {}),
  endSession: (session: number) => call('DELETE /account/sessions/{session}', { at: { session } }),
  endOtherSessions: () => call('DELETE /account/sessions', {}),
  changePassword: (old: string, fresh: string) => call('POST /account/password', { reads: { old, new: fresh } }),
  resetPassword: (link: string, password: string) => call('POST /account/reset', { reads: { link, password } }),
  endAccount: (name: string, password: string) => call('POST /account/end', { reads: { name, password } }),
  invitation: (word: string) => call('POST /invitations/look', { reads: { word } }),
  accept: (word: string) => call('POST /invitations/accept', { reads: { word } }),
  bin: () => call('GET /bin', {}),
  takeFromBin: (binned: number) => call('DELETE /bin/{binned}', { at: { binned } }),
  signOut: () => call('DELETE /session', {}),
  catalogue: () => call('GET /catalogue', {}),
  tape: (read: string) => call('GET /tape', { asks: { read } }),
  towns: (name: string) => call('GET /towns', { asks: { name } }),
  climate: (latitude: number, longitude: number | null, height: number | null) =>
    call('GET /climate', { asks: { latitude, longitude, height } }),
  gardens: () => call('GET /gardens', {}),
  makeGarden: (site: Site) => call('POST /gardens', { reads: { site } }),
  importGarden: (text: string) => call('POST /gardens/import', { text }),
  members: (garden: number) => call('GET /gardens/{garden}/members', { at: { garden } }),
  setRole: (garden: number, member: number, role: InvitedRole) =>
    call('PUT /gardens/{garden}/members/{member}', { at: { garden, member }, reads: { role } }),
  letGo: (garden: number, member: number) =>
    call('DELETE /gardens/{garden}/members/{member}', { at: { garden, member } }),
  invite: (garden: number, role: InvitedRole) =>
    call('POST /gardens/{garden}/invitations', { at: { garden }, reads: { role } }),
  takeBackInvitation: (garden: number, invitation: number) =>
    call('DELETE /gardens/{garden}/invitations/{invitation}', { at: { garden, invitation } }),
  handOver: (garden: number, member: number) =>
    call('POST /gardens/{garden}/owner', { at: { garden }, reads: { member } }),
  throwAway: (garden: number, name: string) => call('POST /gardens/{garden}/bin', { at: { garden }, reads: { name } }),
  /** What was changed before a change, or last. */
  changes: (garden: number, before: number | null) =>
    call('GET /gardens/{garden}/changes', { at: { garden }, asks: { before } }),
  garden: (garden: number, on: string | null) => call('GET /gardens/{garden}', { at: { garden }, asks: { on } }),
  /** Another day, by what is otherwise on it than on the day that was seen. */
  look: ({ id: garden, revision, journal, today }: GardenView, on: string, was: string) =>
    call('GET /gardens/{garden}/look', { at: { garden }, asks: { on, was, revision, journal, today } }),
  /** Asks for a change; sent again after a lost answer, it is made once. */
  change: async ({ garden, revision, key, on, season, does }: Request): Promise<Outcome> => {
    const [at, headers] = [{ garden }, { 'If-Match': `"${revision}"`, 'Idempotency-Key': key }];
    if (does.do === 'command') {
      const reads = { command: does.command, on, season };
      return (await call('POST /gardens/{garden}/commands', { at, reads }, headers)) as Outcome;
    }
    const asks = { on, season, number: does.number };
    return call(`POST /gardens/{garden}/${does.do}`, { at, asks }, headers);
  },
  /** What was written down of some days. */
  journal: (garden: number, from: string, until: string, patch: number | null = null) =>
    call('GET /gardens/{garden}/journal', { at: { garden }, asks: { from, until, patch } }),
  /** Reads a journal from its file; what is there already stays as it is. */
  importJournal: (garden: number, text: string) =>
    call('POST /gardens/{garden}/journal/import', { at: { garden }, text }),
  /** Keeps a picture under its number, once, however often it is sent. */
  keepPhoto: (garden: number, picture: string, jpeg: string) =>
    call('PUT /gardens/{garden}/photos/{picture}', { at: { garden, picture }, reads: { jpeg } }),
  /** Takes a picture away for good. */
  forgetPhoto: (garden: number, picture: string) =>
    call('DELETE /gardens/{garden}/photos/{picture}', { at: { garden, picture } }),
  /** Writes entries down; each is kept once, however often it is sent. */
  writeDown: (garden: number, entries: JournalEntry[]) =>
    call('POST /gardens/{garden}/journal', { at: { garden }, reads: { entries } }),
  /** What a command would change; nothing is changed. */
  rehearse: async (garden: number, command: Command, on: string): Promise<Changed> =>
    (await call('POST /gardens/{garden}/commands', {
      at: { garden },
      reads: { command, on, rehearse: true },
    })) as Changed,
  ask: async <A extends Answer['to']>(garden: number, question: Question & { ask: A }): Promise<AnswerTo<A>> => {
    const answer = await call('POST /gardens/{garden}/questions', { at: { garden }, reads: question });
    return answer.is as AnswerTo<A>;
  },
  /** Searches, and tells what is found while it goes on; ending the signal ends the search. */
  search: async (garden: number, search: Search, signal: AbortSignal, told: (told: Told) => void): Promise<void> => {
    try {
      const [headers, body] = [{ 'Content-Type': 'application/json' }, JSON.stringify(search)];
      const answer = await fetch(addressOf('/gardens/{garden}/searches', { at: { garden } }), {
        method: 'POST',
        headers,
        body,
        signal,
      });
      if (!answer.ok || !answer.body) throw await refusedWith(answer);
      const events = answer.body.pipeThrough(new TextDecoderStream()).pipeThrough(new EventSourceParserStream());
      for (const reader = events.getReader(); ;) {
        const { done, value } = await reader.read();
        if (done) return;
        told({ event: value.event, data: JSON.parse(value.data) } as Told);
      }
    } catch (error) {
      if (signal.aborted) return;
      if (error instanceof Refused) throw error;
      throw new Refused({ status: 0, title: 'No answer', detail: CUT_OFF });
    }
  },
  /** Reads a table of varieties, own crops or lots; keeps nothing. */
  readList: (garden: number, of: 'varieties' | 'own-crops' | 'lots', text: string) =>
    call('POST /gardens/{garden}/list', { at: { garden }, asks: { of }, text }),
  /** Reads a weather station's daily file; keeps nothing. */
  station: (garden: number, name: string, text: string) =>
    call('POST /gardens/{garden}/station', { at: { garden }, asks: { name }, text }),
  calendar: (garden: number) => call('GET /gardens/{garden}/calendar', { at: { garden } }),
  giveCalendar: (garden: number) => call('POST /gardens/{garden}/calendar', { at: { garden } }),
  revokeCalendar: async (garden: number) => {
    await call('DELETE /gardens/{garden}/calendar', { at: { garden } });
    return { given: false, path: null };
  },
};
