import type { ReactNode } from 'react';

function Figure({ title, text, children }: { title: string; text: string; children: ReactNode }) {
  return (
    <li className="space-y-1">
      <svg viewBox="0 0 200 110" className="w-full bg-g82" role="img" aria-label={title}>
        {children}
      </svg>
      <p className="text-label font-semibold">{title}</p>
      <p className="text-label text-g28">{text}</p>
    </li>
  );
}

const Mini = ({ x, y, s = 1 }: { x: number; y: number; s?: number }) => (
  <g transform={`translate(${x} ${y}) scale(${s})`} className="fill-g50">
    <circle cx="0" cy="-44" r="7" />
    <path d="M-12 -36 h24 l5 24 -8 12 h-18 l-8 -12 z" />
    <path d="M16 -40 l4 34 -3 0 z" className="fill-g38" />
    <rect x="-16" y="0" width="32" height="5" className="fill-g28" />
  </g>
);
const Bead = ({
  x,
  y,
  r = 6,
  spot = [-2, -2],
}: {
  x: number;
  y: number;
  r?: number;
  spot?: readonly [number, number];
}) => (
  <g transform={`translate(${x} ${y})`}>
    <circle r={r} className="fill-g05" />
    <circle cx={spot[0]} cy={spot[1]} r={r / 4} className="fill-g98" />
  </g>
);
const Phone = ({ x, y }: { x: number; y: number }) => (
  <g transform={`translate(${x} ${y})`}>
    <rect x="-7" y="-15" width="14" height="28" rx="2" className="fill-g10" />
    <circle cx="3" cy="-11" r="2" className="fill-g82" />
    <path d="M0 13 l-10 28 M0 13 l10 28 M0 13 v30" className="stroke-g10" strokeWidth="2" fill="none" />
  </g>
);

const LAMPS = Array.from({ length: 8 }, (_, i) => (i * Math.PI) / 4 + 0.2);

/** How to set up for a scan, in drawn figures. */
export function SetUp() {
  return (
    <ol className="space-y-4">
      <Figure
        title="Prime it matte, stand a plain card behind"
        text="One grey primer all over, no shine. Close behind it a plain matte card, square to the camera: its shading tells how far the lamp is."
      >
        <rect x="50" y="10" width="100" height="92" className="fill-g93" />
        <Mini x={95} y={94} s={1.5} />
        <Bead x={134} y={94} r={7} />
      </Figure>
      <Figure
        title="A shiny bead beside it"
        text="Black or steel, 4 to 10 mm across, as far from the camera as the miniature's middle. Nothing between the two."
      >
        <Mini x={70} y={100} s={1.7} />
        <Bead x={140} y={80} r={22} spot={[-9, -10]} />
        <path d="M118 104 h44 M118 100 v8 M162 100 v8" className="stroke-g10" strokeWidth="1.5" fill="none" />
      </Figure>
      <Figure
        title="The camera stands and stays"
        text="On a stand, at arm's length, zoomed in; self-timer, so that no hand moves it. Lock exposure and focus if the phone can."
      >
        <Phone x={150} y={45} />
        <Mini x={48} y={88} s={1.1} />
        <path d="M70 52 L138 40 M70 66 L138 46" className="stroke-g50" strokeDasharray="3 4" fill="none" />
      </Figure>
      <Figure
        title="Room dark, the lamp goes round"
        text="One small lamp, 20 to 50 cm away: eight places round the camera, some low, some high. A photo at each. Keep the same distance."
      >
        <Mini x={100} y={72} s={0.75} />
        {LAMPS.map((a, i) => (
          <g key={i}>
            <circle
              cx={100 + 74 * Math.cos(a)}
              cy={54 - 42 * Math.sin(a)}
              r={i % 2 ? 5 : 7}
              className="fill-lamp stroke-g28"
            />
            <text
              x={100 + 74 * Math.cos(a)}
              y={57 - 42 * Math.sin(a)}
              textAnchor="middle"
              fontSize="8"
              className="fill-g05"
            >
              {i + 1}
            </text>
          </g>
        ))}
      </Figure>
    </ol>
  );
}
