import { create } from 'zustand';
import { maySleep, stayAwake, type Awake } from './awake';
import { askForNotices, noticesNow, type Notices } from './notices';
import { allowSound, quiet, soundNow, type Sound } from './ring';

const REMEMBERED = 'steepsis-alarm';

type Alarm = {
  /** whether the cook wants this device to ring at all */
  wanted: boolean;
  sound: Sound;
  notices: Notices;
  awake: Awake;
  /** what was missed while this device slept, first seen on waking */
  slept: { fromMs: number; toMs: number } | undefined;
  want: (wanted: boolean) => void;
  /** from a touch or a key */
  allow: () => Promise<void>;
  keepAwake: (on: boolean) => Promise<void>;
  look: () => void;
  sleptFor: (fromMs: number, toMs: number) => void;
  woke: () => void;
};

/** Whether this device can call the cook, and what stands in the way. */
export const useAlarm = create<Alarm>((set, get) => ({
  wanted: localStorage.getItem(REMEMBERED) !== 'silent',
  sound: soundNow(),
  notices: noticesNow(),
  awake: 'off',
  slept: undefined,
  want: (wanted) => {
    localStorage.setItem(REMEMBERED, wanted ? 'rings' : 'silent');
    set({ wanted });
    if (!wanted) quiet();
  },
  allow: async () => {
    set({ sound: await allowSound() });
    set({ notices: await askForNotices() });
  },
  keepAwake: async (on) => set({ awake: on ? await stayAwake() : await maySleep() }),
  look: () => {
    const [sound, notices] = [soundNow(), noticesNow()];
    if (sound !== get().sound || notices !== get().notices) set({ sound, notices });
  },
  sleptFor: (fromMs, toMs) => set((s) => ({ slept: { fromMs: s.slept?.fromMs ?? fromMs, toMs } })),
  woke: () => set({ slept: undefined }),
}));
