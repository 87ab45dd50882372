import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { inDrawing } from '../../map/inDrawing.js';

interface HandleProps {
  readonly label: string;
  readonly x: number;
  readonly y: number;
  readonly r: number;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly text: string;
  /** Where the hand is, in the drawing's units. */
  readonly onMove: (x: number, y: number) => void;
  /** By keyboard: one step up or down, with Shift ten. */
  readonly onStep: (by: number, horizontal: boolean) => void;
  readonly onEnd: () => void;
  /** It was pressed or reached by keyboard. */
  readonly onTake?: () => void;
  readonly className: string;
  readonly command?: string;
}

/** A round handle of a drawing that hand and keyboard take hold of alike. */
export function Handle(props: HandleProps) {
  const { label, x, y, r, value, min, max, text, onMove, onStep, onEnd, onTake, className, command } = props;
  const circle = useRef<SVGCircleElement>(null);
  const move = (e: PointerEvent) => {
    const at = inDrawing(circle.current!.ownerSVGElement!, e.clientX, e.clientY);
    onMove(at.x, at.y);
  };
  const key = (e: KeyboardEvent) => {
    const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    onStep(by * (e.shiftKey ? 10 : 1), e.key === 'ArrowLeft' || e.key === 'ArrowRight');
  };
  return (
    <circle
      ref={circle}
      cx={x}
      cy={y}
      r={r}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={min}
      aria-valuemax={max}
      aria-valuenow={value}
      aria-valuetext={text}
      data-command={command}
      onFocus={onTake}
      className={`pointer-events-auto cursor-grab touch-none ${className}`}
      onPointerDown={(e) => {
        e.stopPropagation();
        e.currentTarget.setPointerCapture(e.pointerId);
        e.currentTarget.focus();
      }}
      onPointerMove={(e) => e.currentTarget.hasPointerCapture(e.pointerId) && move(e)}
      onPointerUp={onEnd}
      onPointerCancel={onEnd}
      onKeyDown={key}
      onKeyUp={onEnd}
    />
  );
}
