export { AlarmBar } from './AlarmBar';
export { useAlarm } from './alarmStore';
export { notice, unnotice } from './notices';
export { openTicker } from './openTicker';
export { allowSound, quiet, ringFrom } from './ring';
