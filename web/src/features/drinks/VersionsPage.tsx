import type { ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import { differencesBetween } from '@steepsis/core';
import { beginCopy } from '@/features/recipe';
import { useSaveDrink, useVersions } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';

/** Every version of a drink, with what changed from the one before. An older one comes back as a new version. */
export function Component(): ReactNode {
  const { drinkId = '' } = useParams();
  const versions = useVersions(drinkId);
  const save = useSaveDrink();
  const navigate = useNavigate();
  if (versions.isPending) return <Loading what="the versions" />;
  if (versions.isError) return <Failed error={versions.error} retry={() => void versions.refetch()} />;
  const all = versions.data.versions;
  const [latest] = all;
  return (
    <Page
      title={`Versions of ${latest!.drink.name}`}
      note="Every version stays. A batch keeps the one it was made by, and ×1.0 is the latest as it is written."
      actions={
        <LinkButton to={`/recipe/${drinkId}`} kind="main">
          Recipe
        </LinkButton>
      }
    >
      <Refusal error={save.error} />
      <ol className="space-y-3">
        {all.map((v, i) => {
          const before = all[i + 1];
          const lines = before ? differencesBetween(before.drink, v.drink) : [];
          return (
            <li key={v.version}>
              <Panel
                title={`Version ${v.version}`}
                aside={i === 0 ? `kept ${f.moment(v.keptAt)}, the house standard` : `kept ${f.moment(v.keptAt)}`}
              >
                {before ? (
                  <ul className="list-disc pl-6">
                    {lines.map((l) => (
                      <li key={l}>{l}</li>
                    ))}
                    {lines.length === 0 && <li>nothing that is tasted</li>}
                  </ul>
                ) : (
                  <p className="text-muted">As it was first written.</p>
                )}
                <div className="mt-3 flex flex-wrap gap-2">
                  {i > 0 && (
                    <Button
                      disabled={save.isPending}
                      onClick={() =>
                        save.mutate(
                          { ...v.drink, version: latest!.version + 1 },
                          { onSuccess: () => void versions.refetch() },
                        )
                      }
                    >
                      Take this one back, as version {latest!.version + 1}
                    </Button>
                  )}
                  <Button
                    onClick={() => {
                      beginCopy({ ...v.drink, name: `${v.drink.name}, version ${v.version}` });
                      void navigate('/recipe/new');
                    }}
                  >
                    Make it a drink of its own
                  </Button>
                </div>
              </Panel>
            </li>
          );
        })}
      </ol>
    </Page>
  );
}
