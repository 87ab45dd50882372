import type { Chosen, Point, Stroke, Underlay } from '@pale-glint/core';
import { useEffect, useRef, useState } from 'react';
import { outlinedBy, type TapTool } from './tapTools.js';
import { useEdgeHelp } from './useEdgeHelp.js';
import { useTapTool, type Tapping } from './useTapTool.js';

/** A finger's breadth on the screen, as a mouse shows it. */
const REACH_PX = 9;

interface Edges {
  /** Whether taps go onto edges; null where there are none to go onto. */
  readonly on: boolean | null;
  set(on: boolean): void;
  /** A tap on the edge near it. */
  snap(at: Point, pxPerMm: number): Point;
}

/** Tap tools, helped by the edges of the photo that lies under the parts, if one does. */
export function useHelpedTaps(
  photo: Underlay | null,
  onDone: (chosen: Chosen) => void,
): { readonly tapping: Tapping | null; readonly begin: (tool: TapTool) => void; readonly edges: Edges } {
  const help = useEdgeHelp(photo);
  const [wanted, setWanted] = useState(true);
  const { tapping, begin } = useTapTool(onDone);
  // What a tool that has begun meets: the newest.
  const now = useRef({ help, wanted });
  useEffect(() => {
    now.current = { help, wanted };
  });
  const outline = (taps: readonly Point[]) => {
    const { help: edges, wanted: on } = now.current;
    return edges && on ? edges.outline(taps) : Promise.resolve(taps);
  };
  const region = (_: readonly Point[], strokes: readonly Stroke[]) =>
    now.current.help?.region(strokes) ?? Promise.resolve('The photo is still being read; draw it again.');
  return {
    tapping,
    begin: (tool) =>
      begin(
        tool.strokes ? outlinedBy(tool, region) : help && tool.follows ? outlinedBy(tool, outline) : tool,
      ),
    edges: {
      on: help && tapping?.tool.snaps ? wanted : null,
      set: setWanted,
      snap: (at, px) => (help && wanted && tapping?.tool.snaps ? help.snap(at, REACH_PX / px) : at),
    },
  };
}
