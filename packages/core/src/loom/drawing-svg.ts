import type { CableKind } from './wire-kind.js';
import type { Drawing, DrawnBox, DrawnLead } from './drawing.js';

/** Ink and stroke of each kind, so that grey print and colour-blind eyes can read them. */
const STROKES: Record<CableKind, { ink: string; width: number; dash: string | null }> = {
  power: { ink: '#16222c', width: 2.4, dash: null },
  bus: { ink: '#1d4e6b', width: 1.8, dash: null },
  serial: { ink: '#1f8078', width: 1.5, dash: '16 3' },
  pulse: { ink: '#6d4a86', width: 1.6, dash: '3 3' },
  video: { ink: '#9a5b08', width: 1.6, dash: '9 4' },
  network: { ink: '#3f6a2a', width: 1.6, dash: '1.5 4' },
  radio: { ink: '#8a3a52', width: 1.6, dash: '9 3 2 3' },
};

/** A text as it stands in SVG. */
export const escapeXml = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** The drawing as a file of its own, with its title, legend and no script. @source [std SVG 1.1, mem] */
export function drawingSvg(drawing: Drawing, title: string): string {
  const kinds = [...new Set(drawing.leads.map((l) => l.kind))];
  const width = Math.max(Math.ceil(drawing.width), 360);
  const height = Math.ceil(drawing.height) + 60;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="'Atkinson Hyperlegible Next',sans-serif">`,
    `<title>${escapeXml(title)}</title>`,
    `<rect width="${width}" height="${height}" fill="#fffefa"/>`,
    `<text x="8" y="20" font-size="15" font-weight="600" fill="#16222c">${escapeXml(title)}</text>`,
    `<g transform="translate(0 30)">`,
    ...drawingBody(drawing),
    '</g>',
    ...kinds.map((kind, i) => legendSvg(kind, 8 + i * 84, height - 10)),
    '</svg>',
    '',
  ].join('\n');
}

/** Leads, parts and the cables' names, each named once, in the drawing's own units. */
export function drawingBody({ leads, boxes }: Drawing): string[] {
  const named = new Set<string>();
  return [
    ...leads.map(leadSvg),
    ...boxes.map(boxSvg),
    ...leads.flatMap((lead) => (named.has(lead.cable) ? [] : (named.add(lead.cable), [nameSvg(lead)]))),
  ];
}

function strokeOf(kind: CableKind): string {
  const { ink, width, dash } = STROKES[kind];
  return `fill="none" stroke="${ink}" stroke-width="${width}"${dash ? ` stroke-dasharray="${dash}"` : ''}`;
}

const leadSvg = ({ d, kind }: DrawnLead): string => `<path d="${d}" ${strokeOf(kind)} stroke-linejoin="round"/>`;

function boxSvg(box: DrawnBox): string {
  const ports = box.ports.map(
    (p) =>
      `<rect x="${p.x - 4}" y="${p.y - 5}" width="8" height="10" fill="#fffefa" stroke="#16222c"/>` +
      `<text x="${p.side === 'left' ? p.x + 8 : p.x - 8}" y="${p.y + 4}" font-size="11" fill="#16222c" text-anchor="${p.side === 'left' ? 'start' : 'end'}">${escapeXml(p.label)}</text>`,
  );
  return (
    `<g><rect x="${box.x}" y="${box.y}" width="${box.width}" height="${box.height}" rx="3" fill="#fffefa" stroke="#b8b09c"/>` +
    `<text x="${box.x + 9}" y="${box.y + 15}" font-size="12.5" font-weight="600" fill="#16222c">${escapeXml(box.label)}</text>` +
    `<text x="${box.x + 9}" y="${box.y + 28}" font-size="10.5" fill="#56626c">${escapeXml(box.summary)}</text>${ports.join('')}</g>`
  );
}

const nameSvg = ({ cable, at, kind }: DrawnLead): string =>
  `<g transform="translate(${at.x} ${at.y})"><rect x="-15" y="-8" width="30" height="16" rx="8" fill="#fffefa" stroke="${STROKES[kind].ink}"/>` +
  `<text y="4" text-anchor="middle" font-size="10.5" fill="#16222c">${escapeXml(cable)}</text></g>`;

const legendSvg = (kind: CableKind, x: number, y: number): string =>
  `<g><path d="M${x} ${y}h24" ${strokeOf(kind)}/><text x="${x + 30}" y="${y + 4}" font-size="11" fill="#56626c">${kind}</text></g>`;
