import { useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';
import { fromShown, toShown, type Unit } from '@puddler/figures';
import type { Brush, FrontLayout } from './front-layout';

const DRAG_FROM_PX = 5;
const NEAR_PX = 16;

type Point = [x: number, y: number];
export interface Area {
  from: Point;
  to: Point;
}

interface Hand {
  svg: RefObject<SVGSVGElement | null>;
  layout: FrontLayout;
  units: { x: Unit; y: Unit };
  selected: string | undefined;
  onSelect: (key: string | undefined) => void;
  brush: Brush | undefined;
  onBrush: (brush: Brush | undefined) => void;
}

/** What a hand does on the front: a drag encloses points, a click takes one, keys walk from one to the next. */
export function useFrontHand({ svg, layout, units, selected, onSelect, brush, onBrush }: Hand) {
  const { scaleX, scaleY, placed } = layout;
  const [drag, setDrag] = useState<Area>();
  const at = (event: PointerEvent): Point => {
    const box = svg.current!.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  };
  const enclosed = ({ from, to }: Area): Brush => {
    const span = (a: number, b: number): Point => (a < b ? [a, b] : [b, a]);
    return {
      x: span(fromShown(scaleX.invert(from[0]), units.x), fromShown(scaleX.invert(to[0]), units.x)),
      y: span(fromShown(scaleY.invert(from[1]), units.y), fromShown(scaleY.invert(to[1]), units.y)),
    };
  };
  const clicked = ([x, y]: Point) => {
    const near = placed.map((point) => ({ point, away: Math.hypot(point.cx - x, point.cy - y) })).sort((a, b) => a.away - b.away)[0];
    if (near && near.away < NEAR_PX) onSelect(near.point.key);
    else if (brush) onBrush(undefined);
  };
  const handlers = {
    onPointerDown: (event: PointerEvent) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      setDrag({ from: at(event), to: at(event) });
    },
    onPointerMove: (event: PointerEvent) => drag && setDrag({ ...drag, to: at(event) }),
    onPointerUp: () => {
      if (!drag) return;
      const far = Math.max(Math.abs(drag.from[0] - drag.to[0]), Math.abs(drag.from[1] - drag.to[1])) >= DRAG_FROM_PX;
      if (far) onBrush(enclosed(drag));
      else clicked(drag.to);
      setDrag(undefined);
    },
    onPointerCancel: () => setDrag(undefined),
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key === 'Escape') {
        onBrush(undefined);
        return;
      }
      const along = [...placed].sort((a, b) => a.cx - b.cx || b.cy - a.cy);
      const now = along.findIndex((point) => point.key === selected);
      const next = { ArrowRight: now + 1, ArrowLeft: now < 0 ? along.length - 1 : now - 1, Home: 0, End: along.length - 1 }[event.key];
      if (next === undefined) return;
      event.preventDefault();
      const point = along[Math.max(0, Math.min(along.length - 1, next))];
      if (point) onSelect(point.key);
    },
  };
  const kept = brush && {
    from: [scaleX(toShown(brush.x[0], units.x)), scaleY(toShown(brush.y[0], units.y))] as Point,
    to: [scaleX(toShown(brush.x[1], units.x)), scaleY(toShown(brush.y[1], units.y))] as Point,
  };
  return { handlers, area: drag ?? kept };
}
