import { act, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { BOOK, type BatchEventBody } from '@steepsis/core';
import { useAlarm } from '@/features/alarm';
import { LanPanel } from '@/features/kitchen/LanPanel';
import AlarmKeeper from '@/features/steep/AlarmKeeper';
import { emptyOutbox, useOutbox } from '@/shared/api/outbox';
import { aBatchOf, AServer, show } from '@/test/aServer';
import { ServerBanner } from './ServerBanner';

const COOLER = BOOK.find((d) => d.id === 'roselle-rose-hip-cooler')!;
const BREW = 'concentrate';
let server: AServer;

beforeEach(() => {
  server = new AServer();
  localStorage.clear();
  emptyOutbox();
  act(() => useAlarm.setState({ slept: undefined, wanted: true }));
  let n = 0;
  Object.defineProperty(globalThis, 'crypto', { value: { randomUUID: () => `id-${++n}` }, configurable: true });
});

/** A pot that was to be pulled some minutes ago, on a page that is not the stove. */
function overdue(minutes: number): void {
  const told: [number, BatchEventBody][] = [[7, { type: 'stage-ended', brewId: BREW, stageId: 'heat' }]];
  const view = aBatchOf(COOLER, 22 + minutes, told);
  server.answers['/api/batches?limit=200&phase=open'] = {
    batches: [
      { id: 'b1', drinkName: COOLER.name, phase: 'running', wayName: '', litres: 2.4, startedAt: view.events[0]!.at },
    ],
    serverNow: view.serverNow,
  };
  server.answers['/api/batches/b1'] = view;
  server.answers['/api/batches/b1/events'] = view;
  show(<AlarmKeeper />, '/keep', '/keep');
}

describe('on pages away from the stove', () => {
  it('what rings is said, with how late it is and the way there, until it is heard', async () => {
    overdue(4);
    const strip = await screen.findByRole('alert');
    expect(strip).toHaveTextContent(/Pull it now/);
    expect(strip).toHaveTextContent(/4 min late/);
    expect(screen.getByRole('link', { name: 'To the stove' })).toHaveAttribute('href', '/steep/b1');
    await userEvent.click(screen.getByRole('button', { name: 'Heard' }));
    await waitFor(() =>
      expect(server.sent[0]?.body).toMatchObject({ type: 'heard', call: `${BREW}/steep/end`, againMin: 3 }),
    );
  });

  it('nothing is said of what is not due', async () => {
    overdue(-5);
    await waitFor(() => expect(globalThis.fetch).toHaveBeenCalledWith('/api/batches/b1', undefined));
    expect(screen.queryByRole('alert')).toBeNull();
  });
});

describe('on waking', () => {
  it('says first how late each pot is and what to do, and is dismissed', async () => {
    overdue(11);
    await screen.findByText(/11 min late/);
    act(() => useAlarm.getState().sleptFor(Date.now() - 14 * 60_000, Date.now()));
    expect(await screen.findByRole('heading', { name: 'This device was asleep for 14 min' })).toBeInTheDocument();
    expect(screen.getByText(/pull it now$/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'I have seen it' }));
    expect(screen.queryByRole('heading', { name: /was asleep/ })).toBeNull();
  });

  it('says nothing where nothing fell due meanwhile', async () => {
    overdue(-5);
    act(() => useAlarm.getState().sleptFor(Date.now() - 60_000, Date.now()));
    await waitFor(() => expect(useAlarm.getState().slept).toBeUndefined());
    expect(screen.queryByRole('heading', { name: /was asleep/ })).toBeNull();
  });
});

describe('without the server', () => {
  const waiting = (n: number) => ({
    n,
    waits: true as const,
    batchId: 'b1',
    event: {
      id: `e${n}`,
      at: new Date().toISOString(),
      v: 2,
      type: 'stage-ended',
      brewId: BREW,
      stageId: 'heat',
    } as const,
  });

  it('says that it is away, from when what is shown is, and how much waits', async () => {
    show(<ServerBanner />, '/steep', '/steep');
    expect(screen.queryByRole('status')).toBeNull();
    act(() => useOutbox.setState({ awaySince: Date.now(), shownFrom: new Date().toISOString() }));
    expect(await screen.findByText('The server does not answer.')).toBeInTheDocument();
    expect(screen.getByText(/This is what this device had today/)).toBeInTheDocument();
    act(() => useOutbox.setState({ queue: [waiting(1)] }));
    expect(screen.getByText(/One thing waits on this device/)).toBeInTheDocument();
    act(() => useOutbox.setState({ queue: [waiting(1), waiting(2)] }));
    expect(screen.getByText(/2 things wait on this device/)).toBeInTheDocument();
  });

  it('says what was refused afterwards, and why, until it is read', async () => {
    show(<ServerBanner />, '/steep', '/steep');
    const problem = { type: 'stage-not-running', title: 'Not now', status: 409, detail: 'heat is not running.' };
    act(() => useOutbox.setState({ refused: [{ outgoing: waiting(1), problem }] }));
    expect(await screen.findByText(/Not stored: the step that was done of today/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'I have read it' }));
    expect(screen.queryByText(/Not stored/)).toBeNull();
  });
});

describe('tablets and phones', () => {
  const device = {
    id: 'd1',
    name: 'Kitchen tablet',
    pairedAt: new Date().toISOString(),
    lastSeenAt: new Date().toISOString(),
  };
  it('says how to open Steepsis to them while it is closed', async () => {
    server.answers['/api/lan'] = { on: false, http: [], https: [], devices: [] };
    show(<LanPanel />, '/kitchen', '/kitchen');
    expect(await screen.findByText(/Steepsis answers this machine alone/)).toBeInTheDocument();
  });
  it('shows the address as a code to photograph, the code in digits, and who is in; shuts one out', async () => {
    const lan = {
      on: true,
      http: ['http://192.0.2.7:4310'],
      https: ['https://192.0.2.7:4311'],
      fingerprint: 'AA:BB:CC:DD:EE:FF:00:11:22',
      code: '12345678',
      codeUntil: new Date(Date.now() + 600_000).toISOString(),
      devices: [device],
    };
    server.answers['/api/lan'] = lan;
    server.answers['/api/lan/code'] = { ...lan, code: '87654321' };
    server.answers['/api/lan/devices/d1'] = { ...lan, devices: [] };
    show(<LanPanel />, '/kitchen', '/kitchen');
    expect(await screen.findByRole('img', { name: 'QR code of https://192.0.2.7:4311' })).toBeInTheDocument();
    expect(screen.getByText('1234 5678')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'A new code' }));
    expect(await screen.findByText('8765 4321')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Shut it out' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Shut it out' }));
    await waitFor(() => expect(screen.queryByText('Kitchen tablet')).toBeNull());
  });
});
