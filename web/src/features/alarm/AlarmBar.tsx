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
      className={`no-print mb-3 flex items-start gap-x-3 rounded-md border px-3 py-1 text-[0.95rem] ${silent ? 'border-caution-line bg-caution-wash' : 'border-line bg-surface'}`}
    >
      <details className="min-w-0 flex-1">
        <summary className="flex min-h-11 cursor-pointer items-center gap-x-2">
          {silent ? (
            <BellOff size={19} aria-hidden className="shrink-0" />
          ) : (
            <Bell size={19} aria-hidden className="shrink-0" />
          )}
          <span className="min-w-0 font-semibold">{stateWords(wanted, sound)}</span>
          <span className="shrink-0 text-sm text-muted underline max-sm:hidden decoration-dotted underline-offset-4">
            {lacks.length > 0 ? 'and more' : 'change it'}
          </span>
        </summary>
        <div className="pb-2">
          {lacks.length > 0 && <p className="mb-2">{lacks.join(' ')}</p>}
          <p className="flex flex-wrap gap-x-4 gap-y-1">
            {wanted && sound === 'on' && <Button onClick={ringOnce}>Try the bell</Button>}
            <Button kind="quiet" onClick={() => want(!wanted)}>
              {wanted ? 'Keep it silent' : 'Let it ring'}
            </Button>
          </p>
        </div>
      </details>
      {wanted && (sound === 'blocked' || notices === 'ask') && (
        <Button className="shrink-0" onClick={() => void allow()}>
          {sound === 'blocked' ? 'Let it ring' : 'Allow notices'}
        </Button>
      )}
    </section>
  );
}

const stateWords = (wanted: boolean, sound: string): string =>
  !wanted
    ? 'It stays silent.'
    : sound === 'on'
      ? 'It rings at each call.'
      : sound === 'blocked'
        ? 'Silent until a touch.'
        : 'This browser cannot make a sound.';

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
