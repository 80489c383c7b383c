// Speaks with the server: JSON in and out, problem details as errors.
import { EventSourceParserStream } from 'eventsource-parser/stream';
import type {
  Answer,
  BinLine,
  CalendarAt,
  CameInto,
  Catalogue,
  ChangeLine,
  Changed,
  Command,
  GardenLine,
  GardenView,
  InvitationView,
  Invited,
  InvitedRole,
  JournalEntry,
  JournalLine,
  Listed,
  Look,
  Me,
  Members,
  Outcome,
  PlaceClimate,
  Question,
  Refusal,
  Search,
  SessionLine,
  SessionView,
  Site,
  StationRead,
  TapeReading,
  Told,
  Town,
  WrittenDown,
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

async function ask<T>(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<T> {
  const changes =
    method !== 'GET' && !path.endsWith('/questions') && (body as { rehearse?: boolean } | undefined)?.rehearse !== true;
  const init: RequestInit = { method, headers };
  if (body !== undefined) {
    init.headers = { 'Content-Type': 'application/json', ...headers };
    init.body = typeof body === 'string' ? body : JSON.stringify(body);
  }
  let answer: Response;
  let text: string;
  try {
    answer = await fetch(`/api/v1${path}`, init);
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
  if (answer.ok && (read !== undefined || text === '')) return read as T;
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
  session: () => ask<SessionView>('GET', '/session'),
  signIn: (name: string, password: string) => ask<Me>('POST', '/session', { name, password }),
  signUp: (name: string, password: string, invitation: string | null) =>
    ask<Me>('POST', '/accounts', { name, password, invitation }),
  enterDemo: (household: string) => ask<Me>('POST', '/session/demo', { household }),
  sessions: () => ask<SessionLine[]>('GET', '/account/sessions'),
  endSession: (number: number) => ask<undefined>('DELETE', `/account/sessions/${number}`),
  endOtherSessions: () => ask<undefined>('DELETE', '/account/sessions'),
  changePassword: (old: string, fresh: string) => ask<undefined>('POST', '/account/password', { old, new: fresh }),
  resetPassword: (link: string, password: string) => ask<undefined>('POST', '/account/reset', { link, password }),
  endAccount: (name: string, password: string) => ask<undefined>('POST', '/account/end', { name, password }),
  invitation: (word: string) => ask<InvitationView>('POST', '/invitations/look', { word }),
  accept: (word: string) => ask<CameInto>('POST', '/invitations/accept', { word }),
  bin: () => ask<BinLine[]>('GET', '/bin'),
  takeFromBin: (number: number) => ask<undefined>('DELETE', `/bin/${number}`),
  signOut: () => ask<undefined>('DELETE', '/session'),
  catalogue: () => ask<Catalogue>('GET', '/catalogue'),
  tape: (text: string) => ask<TapeReading>('GET', `/tape?read=${encodeURIComponent(text)}`),
  towns: (name: string) => ask<Town[]>('GET', `/towns?name=${encodeURIComponent(name)}`),
  climate: (latitude: number, longitude: number | null, height: number | null) =>
    ask<PlaceClimate>(
      'GET',
      `/climate?latitude=${latitude}${longitude === null ? '' : `&longitude=${longitude}`}${height === null ? '' : `&height=${height}`}`,
    ),
  gardens: () => ask<GardenLine[]>('GET', '/gardens'),
  makeGarden: (site: Site) => ask<GardenView>('POST', '/gardens', { site }),
  importGarden: (text: string) => ask<GardenView>('POST', '/gardens/import', text),
  members: (garden: number) => ask<Members>('GET', `/gardens/${garden}/members`),
  setRole: (garden: number, member: number, role: InvitedRole) =>
    ask<undefined>('PUT', `/gardens/${garden}/members/${member}`, { role }),
  letGo: (garden: number, member: number) => ask<undefined>('DELETE', `/gardens/${garden}/members/${member}`),
  invite: (garden: number, role: InvitedRole) => ask<Invited>('POST', `/gardens/${garden}/invitations`, { role }),
  takeBackInvitation: (garden: number, number: number) =>
    ask<undefined>('DELETE', `/gardens/${garden}/invitations/${number}`),
  handOver: (garden: number, member: number) => ask<undefined>('POST', `/gardens/${garden}/owner`, { member }),
  throwAway: (garden: number, name: string) => ask<undefined>('POST', `/gardens/${garden}/bin`, { name }),
  /** What was changed before a change, or last. */
  changes: (garden: number, before: number | null) =>
    ask<ChangeLine[]>('GET', `/gardens/${garden}/changes${before === null ? '' : `?before=${before}`}`),
  garden: (garden: number, on: string | null) => ask<GardenView>('GET', `/gardens/${garden}${on ? `?on=${on}` : ''}`),
  /** Another day, by what is otherwise on it than on the day that was seen. */
  look: ({ id, revision, journal, today }: GardenView, on: string, was: string) =>
    ask<Look>('GET', `/gardens/${id}/look?on=${on}&was=${was}&revision=${revision}&journal=${journal}&today=${today}`),
  /** Asks for a change; sent again after a lost answer, it is made once. */
  change: ({ garden, revision, key, on, season, does }: Request) => {
    const headers = { 'If-Match': `"${revision}"`, 'Idempotency-Key': key };
    if (does.do === 'command')
      return ask<Outcome>('POST', `/gardens/${garden}/commands`, { command: does.command, on, season }, headers);
    const number = does.number === undefined ? '' : `&number=${does.number}`;
    return ask<Outcome>('POST', `/gardens/${garden}/${does.do}?on=${on}&season=${season}${number}`, undefined, headers);
  },
  /** What was written down of some days. */
  journal: (garden: number, from: string, until: string, patch: number | null = null) =>
    ask<JournalLine[]>(
      'GET',
      `/gardens/${garden}/journal?from=${from}&until=${until}${patch === null ? '' : `&patch=${patch}`}`,
    ),
  /** Reads a journal from its file; what is there already stays as it is. */
  importJournal: (garden: number, text: string) => ask<WrittenDown>('POST', `/gardens/${garden}/journal/import`, text),
  /** Keeps a picture under its number, once, however often it is sent. */
  keepPhoto: (garden: number, picture: string, jpeg: string) =>
    ask<undefined>('PUT', `/gardens/${garden}/photos/${picture}`, { jpeg }),
  /** Takes a picture away for good. */
  forgetPhoto: (garden: number, picture: string) => ask<undefined>('DELETE', `/gardens/${garden}/photos/${picture}`),
  /** Writes entries down; each is kept once, however often it is sent. */
  writeDown: (garden: number, entries: JournalEntry[]) =>
    ask<WrittenDown>('POST', `/gardens/${garden}/journal`, { entries }),
  /** What a command would change; nothing is changed. */
  rehearse: (garden: number, command: Command, on: string) =>
    ask<Changed>('POST', `/gardens/${garden}/commands`, { command, on, rehearse: true }),
  ask: async <A extends Answer['to']>(garden: number, question: Question & { ask: A }): Promise<AnswerTo<A>> => {
    const answer = await ask<{ is: AnswerTo<A> }>('POST', `/gardens/${garden}/questions`, question);
    return answer.is;
  },
  /** Searches, and tells what is found while it goes on; ending the signal ends the search. */
  search: async (garden: number, search: Search, signal: AbortSignal, told: (told: Told) => void): Promise<void> => {
    try {
      const [headers, body] = [{ 'Content-Type': 'application/json' }, JSON.stringify(search)];
      const answer = await fetch(`/api/v1/gardens/${garden}/searches`, { method: 'POST', headers, body, signal });
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
    ask<Listed>('POST', `/gardens/${garden}/list?of=${of}`, text),
  /** Reads a weather station's daily file; keeps nothing. */
  station: (garden: number, name: string, text: string) =>
    ask<StationRead>('POST', `/gardens/${garden}/station?name=${encodeURIComponent(name)}`, text),
  calendar: (garden: number) => ask<CalendarAt>('GET', `/gardens/${garden}/calendar`),
  giveCalendar: (garden: number) => ask<CalendarAt>('POST', `/gardens/${garden}/calendar`),
  revokeCalendar: async (garden: number) => {
    await ask<undefined>('DELETE', `/gardens/${garden}/calendar`);
    return { given: false, path: null };
  },
};
