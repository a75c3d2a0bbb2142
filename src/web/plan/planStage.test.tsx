// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { Painting } from '../../contract';
import { PlanStage, type Gesture } from './planStage';

// A stage of 800 x 600 px on the screen shows a canvas of 400 x 300 mm: two px a mm.
const painting = {
  widthMm: 400,
  heightMm: 300,
  setUp: { rebate: { top: 0, right: 0, bottom: 0, left: 0 } },
} as unknown as Painting;

beforeEach(() => {
  Element.prototype.getBoundingClientRect = () => new DOMRect(0, 0, 800, 600);
  Element.prototype.setPointerCapture = () => undefined;
  vi.stubGlobal('PointerEvent', MouseEvent);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function stage(gesture: Gesture) {
  const onTap = vi.fn();
  const onDrawn = vi.fn();
  render(<PlanStage bitmap={null} label="The reference" {...{ painting, gesture, onTap, onDrawn }} />);
  return { svg: screen.getByTestId('plan-stage'), onTap, onDrawn };
}
function draw(svg: Element, points: readonly (readonly [number, number])[]) {
  const at = (i: number) => ({ clientX: points[i][0], clientY: points[i][1] });
  fireEvent.pointerDown(svg, at(0));
  points.slice(1).forEach((_, i) => fireEvent.pointerMove(svg, at(i + 1)));
  fireEvent.pointerUp(svg, at(points.length - 1));
}
const CORNER = [
  [100, 100],
  [200, 100],
  [200, 200],
] as const;

describe('a hand on the plan', () => {
  test('a tap tells its place in mm, and draws nothing', () => {
    const { svg, onTap, onDrawn } = stage('tap');
    draw(svg, CORNER);
    expect(onTap).toHaveBeenCalledOnce();
    expect(onTap.mock.calls[0][0]).toEqual([50, 50]);
    expect(onDrawn).not.toHaveBeenCalled();
  });
  test('a loop tells all its points, in mm', () => {
    const { svg, onDrawn, onTap } = stage('loop');
    draw(svg, CORNER);
    expect(onDrawn).toHaveBeenCalledExactlyOnceWith([
      [50, 50],
      [100, 50],
      [100, 100],
    ]);
    expect(onTap).not.toHaveBeenCalled();
  });
  test('an arrow tells where it begins and ends', () => {
    const { svg, onDrawn } = stage('arrow');
    draw(svg, CORNER);
    expect(onDrawn).toHaveBeenCalledExactlyOnceWith([
      [50, 50],
      [100, 100],
    ]);
  });
  test('points that say nothing new are left out, and none lies outside the canvas', () => {
    const { svg, onDrawn } = stage('line');
    draw(svg, [
      [100, 100],
      [101, 100],
      [102, 101],
      [9000, -50],
    ]);
    expect(onDrawn).toHaveBeenCalledExactlyOnceWith([
      [50, 50],
      [400, 0],
    ]);
  });
  test('moving without pressing draws nothing', () => {
    const { svg, onDrawn } = stage('loop');
    fireEvent.pointerMove(svg, { clientX: 10, clientY: 10 });
    fireEvent.pointerUp(svg, { clientX: 10, clientY: 10 });
    expect(onDrawn).not.toHaveBeenCalled();
  });
});
