import type { ReactNode } from 'react';
import { differencesBetween, type Drink } from '@steepsis/core';
import { useVersions } from '@/shared/api/queries';
import { Button } from '@/shared/ui/Button';
import { Panel } from '@/shared/ui/Panel';

/** Someone else kept a version meanwhile: both are shown, and nothing is lost by either answer. */
export function Meanwhile({
  draftKey,
  mine,
  onMine,
  onTheirs,
  onCopy,
}: {
  draftKey: string;
  mine: Drink;
  onMine: (version: number) => void;
  onTheirs: () => void;
  onCopy: () => void;
}): ReactNode {
  const versions = useVersions(draftKey);
  const theirs = versions.data?.versions[0];
  if (!theirs) return null;
  const lines = differencesBetween(theirs.drink, mine);
  return (
    <Panel title={`Version ${theirs.version} was kept meanwhile, in another tab or on another device`} className="mb-3">
      <p>Yours differs from it so:</p>
      <ul className="my-2 list-disc pl-6">
        {lines.slice(0, 8).map((l) => (
          <li key={l}>{l}</li>
        ))}
        {lines.length === 0 && <li>in nothing</li>}
        {lines.length > 8 && <li>and {lines.length - 8} more</li>}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={() => onMine(theirs.version)}>
          Go on with mine, as version {theirs.version + 1}
        </Button>
        <Button onClick={onCopy}>Make mine a drink of its own</Button>
        <Button onClick={onTheirs}>Take theirs and drop mine</Button>
      </div>
    </Panel>
  );
}
