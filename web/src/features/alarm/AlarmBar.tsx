import { Bell, BellOff } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '@/shared/ui/Button';
import { useAlarm } from './alarmStore';
import { ringOnce } from './ring';

/** Whether this device will call, said before it is needed; and what to do where it cannot. */
export function AlarmBar(): ReactNode {
  const { wanted, sound, notices, awake, want, allow } = useAlarm();
  const lacks = lacking({ sound, notices, awake });
  const silent = !wanted || sound !== 'on';
  return (
    <section
      aria-label="The alarm of this device"
      className={`no-print mb-3 flex flex-wrap items-center gap-x-3 gap-y-1 rounded-md border px-3 py-1.5 text-[0.95rem] ${silent ? 'border-caution-line bg-caution-wash' : 'border-line bg-surface'}`}
    >
      {silent ? (
        <BellOff size={19} aria-hidden className="shrink-0" />
      ) : (
        <Bell size={19} aria-hidden className="shrink-0" />
      )}
      <p className="mr-auto min-w-0 py-1">
        {!wanted ? (
          <strong className="font-semibold">This device is set to stay silent.</strong>
        ) : sound === 'on' ? (
          <>
            <strong className="font-semibold">This device rings at each call.</strong> {lacks.join(' ')}
          </>
        ) : (
          <>
            <strong className="font-semibold">
              {sound === 'blocked'
                ? 'This page cannot ring yet: the browser waits for a touch.'
                : 'This browser cannot make a sound.'}
            </strong>{' '}
            {lacks.join(' ')}
          </>
        )}
      </p>
      {wanted && (sound === 'blocked' || notices === 'ask') && (
        <Button onClick={() => void allow()}>{sound === 'blocked' ? 'Let it ring' : 'Allow notices'}</Button>
      )}
      {wanted && sound === 'on' && <Button onClick={ringOnce}>Try the bell</Button>}
      <Button kind="quiet" className="px-2" onClick={() => want(!wanted)}>
        {wanted ? 'Keep it silent' : 'Let it ring'}
      </Button>
    </section>
  );
}

/** What stands in the way of being called, in words; nothing where nothing does. */
export function lacking({ sound, notices, awake }: { sound: string; notices: string; awake: string }): string[] {
  const lacks: string[] = [];
  if (notices === 'refused') lacks.push('Notices were refused in this browser, so keep the page in view.');
  if (notices === 'ask' && sound === 'on')
    lacks.push('Without notices it is only heard, not seen, when another window is in front.');
  if (notices === 'impossible')
    lacks.push('Over plain http there are no notices: keep the page in view, or open the https address.');
  if (awake === 'impossible') lacks.push('The screen cannot be kept awake from here: set the tablet not to sleep.');
  if (awake === 'refused')
    lacks.push('The screen may fall asleep, as when the battery is low; a sleeping tablet does not ring.');
  return lacks;
}
