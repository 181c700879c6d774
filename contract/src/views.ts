import type {
  Attached,
  BatchEvent,
  Drink,
  Drunk,
  FreeJugEvent,
  FreeJugEventBody,
  FrozenPlan,
  InstrumentKind,
  Kitchen,
  Learned,
  Misbehaviour,
  NextTime,
  KitchenUse,
  Occasion,
  OwnPlant,
  PantryEntry,
  Phase,
  PlanTarget,
  Pourable,
  Ranged,
  ProbeState,
  Reading,
  Tasting,
  TastingRecord,
} from '@steepsis/core';

/** POST /api/batches */
export type StartBatch = {
  id: string;
  eventId: string;
  at: string;
  drinkId: string;
  drinkVersion: number;
  target: PlanTarget;
  /** ids of the warnings that were read and gone ahead with */
  acknowledged?: readonly string[];
  /** the heat waits for the list */
  layOut?: true;
  /** of the kitchen it takes not the best there is: what is taken by another drink of the day */
  use?: KitchenUse;
};

/** A batch as the server knows it: its events, from which its state is computed, and the server's clock. */
export type BatchView = { id: string; events: readonly BatchEvent[]; serverNow: string };

export type BatchSummary = {
  id: string;
  drinkId: string;
  drinkName: string;
  startedAt: string;
  phase: Phase;
  litres: number;
  wayName: string;
  lastEventAt: string;
  /** something was said of it */
  tasted: boolean;
  /** what was said last */
  said?: Pick<Tasting, 'state' | 'verdict'>;
  /** in a glass, #rrggbb; left out where it cannot be worked out */
  colour?: string;
};

export type BatchList = { batches: readonly BatchSummary[]; serverNow: string };

export type DrinkSummary = {
  id: string;
  name: string;
  version: number;
  /** the latest version, so that a list can draw, search and filter without asking again */
  drink: Drink;
  archived: boolean;
  batches: number;
  lastMadeAt: string | undefined;
};
/** One thing of a list that the notebook holds and that cannot be read; the others can. */
export type Unread = { id: string; name: string; reason: string };

export type DrinkList = { drinks: readonly DrinkSummary[]; unread: readonly Unread[] };

/** A drink with what the house has learned of it; the next plan starts from `startFrom`. */
export type DrinkView = {
  drink: Drink;
  learned: Learned | undefined;
  /** the last batch's target, changed by what its tasting says; the drink's own at first */
  startFrom: PlanTarget;
  next: NextTime | undefined;
  /** the last batch as planned, to compare with */
  lastPlan: FrozenPlan | undefined;
  tastings: readonly (TastingRecord & { at: string; batchId: string })[];
};

/** Something in a notebook's file that is told by its events. */
export type NotebookThing = {
  id: string;
  events: readonly { id: string; seq: number; at: string; receivedAt: string; body: object }[];
};
/** All that is in a notebook; what was paired with it is not. */
export type NotebookBody = {
  drinks: readonly { id: string; version: number; keptAt: string; body: object }[];
  putAway: readonly { id: string; at: string }[];
  house: readonly {
    kind: 'kitchen' | 'pantry' | 'plants' | 'occasions';
    id: string;
    updatedAt: string;
    body: object;
  }[];
  batches: readonly NotebookThing[];
  jugs: readonly NotebookThing[];
  instruments: readonly { id: string; name: string; kind: string; simulated: boolean; knownSince: string }[];
  readings: readonly {
    instrumentId: string;
    atMs: number;
    value: number;
    batchId: string | null;
    brewId: string | null;
  }[];
};
/** GET /api/notebook: the checksum is over the body as JSON writes it. */
export type NotebookFile = { format: string; v: number; exportedAt: string; checksum: string; body: NotebookBody };
/** What becomes of one thing of a file that is taken in. */
export type ReportLine = {
  what: 'drink' | 'batch' | 'jug' | 'kitchen' | 'pantry' | 'plants' | 'occasions' | 'instrument';
  name: string;
  /** new here; more of what is here; another thing beside the one here; the one here stays; there already */
  becomes: 'new' | 'more' | 'apart' | 'kept' | 'same';
};
/** GET /api/notebook/copies: the latest first, and which the next start begins with */
export type CopyList = {
  copies: readonly {
    name: string;
    bytes: number;
    at: string;
    /** made before a large step, not by the day */
    beforeStep: boolean;
    inside: {
      versions: number;
      batches: number;
      events: number;
      jugs: number;
      house: number;
      latest: readonly { drinkName: string; startedAt: string; phase: string }[];
    };
  }[];
  next?: string;
  /** a folder that every copy is put into as well, and what kept the last one from it */
  also?: string;
  alsoFault?: string;
  /** it was told when Steepsis was started, and is changed there */
  alsoToldAtStart?: true;
};

/** POST /api/notebook/look and /api/notebook */
export type NotebookReport = {
  added: number;
  grown: number;
  apart: number;
  kept: number;
  same: number;
  readings: number;
  lines: readonly ReportLine[];
};

/** POST /api/tables/batches and /api/tables/tastings: what became of each line, or would. */
export type TableReport = {
  lines: readonly {
    line: number;
    /** new here; here already; not taken in, and why */
    becomes: 'new' | 'same' | 'not';
    why?: string;
  }[];
};

/** GET /api/drinks/lots-so-far: what each lot gives that was tasted, ×, by plant and lot */
export type LotsSoFar = { lots: Readonly<Record<string, Ranged>> };

/** GET /api/drinks/:id/versions, the latest first */
export type DrinkVersions = { versions: readonly { version: number; keptAt: string; drink: Drink }[] };

/** Something kept of the house; a change names the version it was made from, so that two tabs never undo each other. */
export type Kept<T> = { version: number; body: T };

/** GET /api/house */
export type HouseView = {
  kitchen: Kept<Kitchen>;
  pantry: readonly Kept<PantryEntry>[];
  plants: readonly Kept<OwnPlant>[];
  occasions: readonly Kept<Occasion>[];
  unread: readonly Unread[];
};

/** GET /api/shelf: batches of which something is left; the shelf itself is computed from them. */
export type ShelfView = { batches: readonly BatchView[]; unread: readonly Unread[]; serverNow: string };

/** GET /api/pours: glasses that were poured of each drink since a moment. */
export type PouredView = {
  since: string;
  drinks: readonly { drinkId: string; pours: readonly Drunk[] }[];
  serverNow: string;
};

/** Something that is asked to be poured: the server works out what is in it. */
export type AskedPart = { name: string; ml: number; from: Pourable };

/** POST /api/jugs */
export type StartJug = Omit<Extract<FreeJugEventBody, { type: 'poured-together' }>, 'type' | 'parts'> & {
  id: string;
  eventId: string;
  at: string;
  parts: readonly AskedPart[];
};

/** POST /api/jugs/:id/events, without its id, time and version */
export type JugSay =
  | (Omit<Extract<FreeJugEventBody, { type: 'added' }>, 'parts'> & { parts: readonly AskedPart[] })
  | Exclude<FreeJugEventBody, { type: 'added' | 'poured-together' }>;

/** POST /api/batches/:id/additions */
export type Addition = { id: string; at: string; vesselId: string; parts: readonly AskedPart[] };

/** A jug poured together, as its events tell it. */
export type JugView = { id: string; events: readonly FreeJugEvent[]; serverNow: string };

/** GET /api/jugs: those with something left. */
export type JugList = { jugs: readonly JugView[]; unread: readonly Unread[]; serverNow: string };

/** An instrument as the server knows it. `misbehaves` is of simulated ones alone. */
export type InstrumentView = {
  id: string;
  name: string;
  kind: InstrumentKind;
  simulated: boolean;
  misbehaves?: Misbehaviour;
  attached: Attached | undefined;
  last: Reading | undefined;
  /** whether it is believed; of probes in a pot */
  state: ProbeState | undefined;
};

/** GET /api/instruments */
export type InstrumentList = { instruments: readonly InstrumentView[]; serverNow: string };

/** GET /api/batches/:id/readings: thinned for a chart, by instrument and brew */
export type BatchReadings = {
  series: readonly {
    instrumentId: string;
    name: string;
    kind: InstrumentKind;
    brewId: string;
    readings: readonly Reading[];
  }[];
};

/** GET /api/instruments/stream, server-sent */
export type InstrumentMessage = { instruments: readonly InstrumentView[] };

/** PUT /api/instruments/:id */
export type RegisterInstrument = { name: string; kind: InstrumentKind };

/** A device that was paired over the home network. */
export type DeviceView = { id: string; name: string; pairedAt: string; lastSeenAt: string };

/** GET /api/lan: only to this machine itself. */
export type LanView = {
  on: boolean;
  /** addresses to open on a tablet */
  http: readonly string[];
  https: readonly string[];
  /** of the certificate made here, SHA-256 */
  fingerprint: string | undefined;
  code: string | undefined;
  codeUntil: string | undefined;
  devices: readonly DeviceView[];
};

/** GET /api/health */
export type Health = { status: 'ok' };

/** PUT /api/drinks/:id/archived */
export type PutAway = { archived: boolean };

/** POST /api/instruments/:id/readings: how many were new */
export type ReadingsStored = { stored: number };

/** PUT /api/house/:kind/:id */
export type KeptDocument = Kept<Kitchen | PantryEntry | OwnPlant | Occasion>;

/** What became of a label's words: whether they fit, how much smaller they are, how many were shortened or left out. */
export type LabelTold = { fits: true; scale: number; shortened: number; leftOut: number } | { fits: false };

/** GET /api/print/labels */
export type LabelsTold = { labels: readonly LabelTold[] };

/** What the stream says: a batch, the house or a drink has changed. */
export type StreamMessage =
  | { batchId: string; seq: number }
  | { house: string }
  | { drinkId: string }
  | { jugId: string }
  | { instruments: true };

/** The sheet of a day as it is drawn for the wall: words that were worked out where the day is. */
export type DaySheet = {
  title: string;
  lead: string;
  days: readonly {
    name: string;
    lines: readonly { at: string; words: string; colour: string; hands: boolean }[];
  }[];
  table: readonly string[];
  toGet: readonly string[];
  measure: readonly string[];
};
