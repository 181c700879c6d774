import type { ReactNode } from 'react';
import { colourIn, type Plan } from '@steepsis/core';
import { VesselDrawing, type DrawnVessel } from '@/shared/vessels/VesselDrawing';

/** A drink as its small line of vessels in predicted colours. */
export function DrinkLine({ plan }: { plan: Plan }): ReactNode {
  const glass: DrawnVessel = {
    kind: 'glass',
    capacityMl: plan.target.glassMl + plan.glass.iceG * 1.1,
    diameterCm: 7.2,
  };
  const [brew] = plan.brews;
  const jar: DrawnVessel = { kind: 'jar', capacityMl: 1500, diameterCm: 10.5 };
  return (
    <div className="flex max-w-full items-end gap-3 overflow-hidden">
      <VesselDrawing
        vessel={brew.vessel}
        scale={4.6}
        lid
        layers={[{ ml: brew.waterMl / brew.pots, colour: colourIn(brew.run.at(brew.run.endMin).liquor, brew.vessel) }]}
        description="pot"
      />
      <VesselDrawing
        vessel={jar}
        scale={4.6}
        layers={[{ ml: brew.figures.volumeMl, colour: colourIn(brew.concentrate, jar) }]}
        description="concentrate"
      />
      <VesselDrawing
        vessel={plan.jug.vessel}
        scale={4.6}
        layers={[
          { ml: plan.jug.figures.volumeMl / plan.jug.count, colour: colourIn(plan.jug.liquid, plan.jug.vessel) },
        ]}
        description="jug"
      />
      <VesselDrawing
        vessel={glass}
        scale={4.6}
        layers={[{ ml: plan.target.glassMl, colour: colourIn(plan.glass.liquid, glass) }]}
        iceCubes={plan.glass.iceG / 27.5}
        description="glass"
      />
    </div>
  );
}
