import { useEffect, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { AUDIENCE_FLAGS, TARGET_RANGES, type TargetChange } from '@steepsis/core';
import { serverNow } from '@/shared/api/clock';
import { useTargets } from './targetStore';

/** What another page asked this plan for: so many litres, so strong, for whom, ready by then. It becomes a change like any other, and the address forgets it. */
export function useAskedFor(drinkId: string): void {
  const [params, setParams] = useSearchParams();
  const ofOccasion = params.has('occasion');
  const litres = within(params.get('litres'), TARGET_RANGES.litres);
  const strengthX = within(params.get('strength'), TARGET_RANGES.strengthX);
  const ready = params.get('ready');
  const who = params.get('for');
  useEffect(() => {
    // What an occasion asks is looked at, and stays the occasion's.
    if (ofOccasion || (litres === undefined && strengthX === undefined && who === null)) return;
    if (who !== null) useTargets.getState().forWhom(drinkId, who.slice(0, 40) || undefined);
    useTargets.getState().change(drinkId, {
      ...(litres === undefined ? {} : { litres }),
      ...(strengthX === undefined ? {} : { strengthX, asWritten: false }),
      ...(ready && Date.parse(ready) > serverNow() ? { readyBy: ready } : {}),
    });
    setParams({}, { replace: true });
  }, [drinkId, litres, strengthX, ready, who, ofOccasion, setParams]);
}

/** What an occasion asks of the drink it links to: how much, when, and who drinks. */
export function useOfOccasion(): { id: string; asked: TargetChange; forget: () => void } | undefined {
  const [params, setParams] = useSearchParams();
  const text = params.toString();
  return useMemo(() => {
    const of = new URLSearchParams(text);
    const id = of.get('occasion');
    if (id === null) return undefined;
    const litres = within(of.get('litres'), TARGET_RANGES.litres);
    const ready = of.get('ready');
    const told = (of.get('who') ?? '').split('.');
    const audience = AUDIENCE_FLAGS.filter((flag) => told.includes(flag));
    const asked: TargetChange = {
      ...(litres === undefined ? {} : { litres }),
      ...(ready && Date.parse(ready) > serverNow() ? { readyBy: ready } : {}),
      ...(of.get('who') ? { audience } : {}),
    };
    return { id, asked, forget: () => setParams({}, { replace: true }) };
  }, [text, setParams]);
}

/** A figure of an address, where it is one that is accepted. */
function within(text: string | null, { min, max }: { min: number; max: number }): number | undefined {
  const value = text === null ? NaN : Number(text);
  return value >= min && value <= max ? value : undefined;
}
