import QRCode from 'qrcode';
import type { ReactNode } from 'react';
import type { LanView } from '@steepsis/contract';
import { ProblemError } from '@/shared/api/client';
import { useLan, useLanChange } from '@/shared/api/instrumentQueries';
import * as f from '@/shared/format/format';
import { Ask } from '@/shared/ui/Ask';
import { Button } from '@/shared/ui/Button';
import { Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';

/** A tablet at the stove: how it gets in, and which devices may. */
export function LanPanel(): ReactNode {
  const lan = useLan();
  const change = useLanChange();
  if (lan.error instanceof ProblemError && lan.error.problem.type === 'only-here')
    return (
      <Panel title="Tablets and phones">
        This device is paired. Codes and devices are seen to on the machine that Steepsis runs on.
      </Panel>
    );
  if (!lan.data) return null;
  return (
    <Panel title="Tablets and phones" className="mt-3">
      <Refusal error={change.error} />
      {lan.data.on ? <Open lan={lan.data} onCode={() => change.mutate({ kind: 'code' })} /> : <Closed />}
      {lan.data.devices.length > 0 && (
        <ul className="mt-4 divide-y divide-line border-t border-line" aria-label="Paired devices">
          {lan.data.devices.map((d) => (
            <li key={d.id} className="flex flex-wrap items-center justify-between gap-3 py-1.5">
              <span>
                {d.name}
                <span className="block text-sm text-muted">
                  paired {f.moment(d.pairedAt)}, last seen {f.moment(d.lastSeenAt)}
                </span>
              </span>
              <Ask
                trigger={<Button kind="quiet">Shut it out</Button>}
                title={`Shut out ${d.name}?`}
                yes="Shut it out"
                onYes={() => change.mutate({ kind: 'revoke', id: d.id })}
              >
                <p>It sees nothing any more until it is paired again with a new code.</p>
              </Ask>
            </li>
          ))}
        </ul>
      )}
    </Panel>
  );
}

const Closed = (): ReactNode => (
  <p className="max-w-prose">
    Steepsis answers this machine alone. To have a tablet at the stove, start it with{' '}
    <code className="font-semibold whitespace-nowrap">npm start -- --lan</code>; it then shows an address and a code
    here, and lets in paired devices of your home network, and nobody else.
  </p>
);

function Open({ lan, onCode }: { lan: LanView; onCode: () => void }): ReactNode {
  const [address] = lan.https;
  const url = `${address}/pair?code=${lan.code}`;
  return (
    <div className="grid items-start gap-5 sm:grid-cols-[auto_1fr]">
      <QrCode text={url} label={`QR code of ${address}`} />
      <div>
        <p>
          On the tablet open <strong>{address}</strong> and type the code
        </p>
        <p className="my-1 font-display text-[2.5rem] font-bold leading-tight tracking-wide">
          {lan.code?.slice(0, 4)} {lan.code?.slice(4)}
        </p>
        <p className="text-sm text-muted">Good for one device until {lan.codeUntil && f.moment(lan.codeUntil)}.</p>
        <Button className="mt-2" onClick={onCode}>
          A new code
        </Button>
        <p className="mt-3 max-w-prose text-sm text-muted">
          The certificate is made on this machine, so the tablet’s browser asks once whether to trust it; its
          fingerprint begins {lan.fingerprint?.slice(0, 23)}. Without https, <span>{lan.http[0]}</span> works too, but
          there the screen cannot be kept awake, there are no notices, and the stove does not open without the server.
        </p>
      </div>
    </div>
  );
}

/** Drawn as one path, dark on white in both themes: a camera wants it so. */
function QrCode({ text, label }: { text: string; label: string }): ReactNode {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const { size } = modules;
  let path = '';
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) if (modules.get(y, x)) path += `M${x + 3} ${y + 3}h1v1h-1z`;
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${size + 6} ${size + 6}`}
      className="size-44"
      shapeRendering="crispEdges"
    >
      <rect width={size + 6} height={size + 6} fill="#fff" />
      <path d={path} fill="#10231d" />
    </svg>
  );
}
