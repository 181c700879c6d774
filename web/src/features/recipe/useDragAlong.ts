import { useRef, type PointerEvent } from 'react';

/** How far a pointer goes before it drags and no longer taps, px. */
const DRAGS_PX = 5;

type Handlers = {
  onPointerDown: (e: PointerEvent<HTMLElement>) => void;
  onPointerMove: (e: PointerEvent<HTMLElement>) => void;
  onPointerUp: () => void;
  onPointerCancel: () => void;
  onClickCapture: (e: { preventDefault: () => void; stopPropagation: () => void }) => void;
};

/**
 * Drags along a line: `begin` takes hold of what stands there and answers what a distance from there does. A pointer that hardly
 * moves taps; what was dragged is not tapped as well.
 */
export function useDragAlong(begin: (() => (px: number) => void) | undefined): Handlers {
  const drag = useRef<{ x: number; to: (px: number) => void; moved: boolean } | undefined>(undefined);
  const dragged = useRef(false);
  const end = (): void => {
    dragged.current = drag.current?.moved ?? false;
    drag.current = undefined;
  };
  return {
    onPointerDown: (e) => {
      dragged.current = false;
      if (!begin || e.button !== 0) return;
      // Held at once: a quick hand is off it before it has gone far enough to drag.
      e.currentTarget.setPointerCapture(e.pointerId);
      drag.current = { x: e.clientX, to: begin(), moved: false };
    },
    onPointerMove: (e) => {
      const held = drag.current;
      if (!held) return;
      const px = e.clientX - held.x;
      if (!held.moved && Math.abs(px) < DRAGS_PX) return;
      held.moved = true;
      held.to(px);
    },
    onPointerUp: end,
    onPointerCancel: end,
    onClickCapture: (e) => {
      if (!dragged.current) return;
      dragged.current = false;
      e.preventDefault();
      e.stopPropagation();
    },
  };
}
