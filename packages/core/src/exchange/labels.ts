/** Labels to stick on boxes, breakers and panels: what a person reads there, and the page of this server that knows the rest. */
import {
  breakerNumber,
  feederOf,
  panelOf,
  panelsOf,
  isUk,
  spacesOf,
  type Box,
  type Circuit,
  type Final,
  type House,
  type Panel,
  type Site,
  type Subpanel,
  usBook,
} from '../model/index.js';
import { circuitSheet } from '../panel/index.js';
import { cablesIn } from '../wiring/index.js';

export const LABELS_OF = ['all', 'boxes', 'breakers'] as const;
export type LabelsOf = (typeof LABELS_OF)[number];

export interface Label {
  id: string;
  kind: 'box' | 'breaker' | 'panel';
  /** large: the box’s name, the breaker’s number and rating */
  head: string;
  lines: string[];
  /** of the page that its QR code opens, on this server */
  path: string;
}

/** Paper, labels on it and the gaps round them; mm. Three by eight stand on either paper. */
export const LABEL_MM = { width: 64, height: 30, columns: 3, rows: 8, qr: 22 } as const;

const rating = (circuit: Circuit): string => (circuit.breakerA === undefined ? 'rating not read' : `${circuit.breakerA} A`);

const roomOf = (site: Site, box: Box | undefined): string | undefined => {
  const wall = site.walls.find((w) => w.id === box?.wallId);
  return box && site.rooms.find((r) => r.id === wall?.faces[box.face].roomId)?.name;
};

function boxLabel(house: House, site: Site, box: Box): Label {
  const circuit = site.circuits.find((c) => c.id === box.circuitId);
  const room = roomOf(site, box);
  const ends = cablesIn(site, box.id);
  const to = (side: string): string[] => ends.filter((c) => c.side === side).map((c) => c.farLabel);
  const cables = [
    ...(to('line').length ? [`from ${to('line').join(', ')}`] : []),
    ...(to('load').length ? [`on to ${to('load').join(', ')}`] : []),
    ...(to('unknown').length ? [`${to('unknown').join(', ')}: direction not known`] : []),
  ];
  return {
    id: `box-${box.id}`,
    kind: 'box',
    head: box.name,
    lines: [
      circuit ? `circuit ${breakerNumber(site, circuit)}, ${rating(circuit)}` : 'circuit not found out',
      [room, box.holds === 'junction' ? 'junction' : ''].filter(Boolean).join(', '),
      cables.join('; '),
    ].filter(Boolean),
    path: `/houses/${house.id}/boxes/${box.id}`,
  };
}

/** How a panel is made dead. */
function panelLines(site: Site, panel: Panel, sub: Subpanel | undefined): string[] {
  if (!sub)
    return [panel.mainA === undefined ? 'main breaker: rating not read' : `main breaker ${panel.mainA} A`, 'its service lugs stay live'];
  const feeder = feederOf(site, sub);
  return [
    feeder ? `fed by breaker ${feeder.circuit.number}, ${panelOf(site, feeder.at)!.name}` : 'what feeds it was not found out',
    'lugs live until that is off',
  ];
}

const ukRating = ({ curve, ratingA }: Final): string => (ratingA === undefined ? 'breaker not read' : `${curve ?? ''}${ratingA} A`);
/** By the UK book: the consumer unit, each way of it, then the boxes that points sit in. */
function ukLabels(house: House, of: LabelsOf): Label[] {
  const { site, incoming } = house;
  const finals = site.finals ?? [];
  const unit: Label = {
    ...{ id: 'consumer-unit', kind: 'panel', head: 'Consumer unit', path: `/houses/${house.id}/circuits` },
    lines: [
      incoming?.earthing ? `earthing ${incoming.earthing}` : 'earthing not looked at',
      '30 mA: press its button every six months',
      'the tails stay live behind the main switch',
    ],
  };
  const ways = finals.map((f): Label => {
    const rooms = [...new Set(f.points.flatMap((p) => roomOf(site, site.boxes.find((b) => b.id === p.boxId)) ?? []))];
    return {
      ...{ id: `way-${f.id}`, kind: 'breaker', head: `${f.number} · ${ukRating(f)}`, path: `/houses/${house.id}/circuits/${f.id}` },
      lines: [f.name, `${f.shape}${f.residual ? ', 30 mA' : f.residual === undefined ? ', 30 mA not looked for' : ', no 30 mA'}`, rooms.join(', ')].filter(Boolean),
    };
  });
  // two colours in one house are said at the unit (514.14, memory)
  const colours = new Set(finals.flatMap((f) => f.runs.map((r) => r.cores)));
  const notice: Label[] = colours.has('red and black') && colours.has('brown and blue') ? [{ id: 'colours', kind: 'panel', head: 'Two colours', lines: ['old: red line, black neutral', 'new: brown line, blue neutral', 'look before anything is connected'], path: `/houses/${house.id}/circuits` }] : [];
  const boxes = finals
    .flatMap((f) => f.points.flatMap((p) => { const box = site.boxes.find((b) => b.id === p.boxId); return box ? [{ f, p, room: roomOf(site, box) ?? '' , box }] : []; }))
    .sort((a, b) => a.room.localeCompare(b.room) || a.p.name.localeCompare(b.p.name))
    .map(({ f, p, room, box }): Label => ({
      ...{ id: `point-${p.id}`, kind: 'box', head: p.name, path: `/houses/${house.id}/walls/${box.wallId}/${box.face}` },
      lines: [`way ${f.number}, ${ukRating(f)}, ${f.shape}`, room, p.kind === 'joint' ? 'joint, stays in reach' : p.kind],
    }));
  return [...(of === 'boxes' ? [] : [unit, ...notice, ...ways]), ...(of === 'breakers' ? [] : boxes)];
} // prettier-ignore

/** Every label of a house, panels and breakers in their order, then boxes by room and name. */
export function labelsOf(house: House, of: LabelsOf = 'all'): Label[] {
  if (isUk(house)) return ukLabels(house, of);
  const { site } = house;
  const panels = panelsOf(site).flatMap(({ id, panel, sub }): Label[] => {
    const query = sub ? `?of=${id}` : '';
    return [
      {
        id: `panel-${id}`,
        kind: 'panel',
        head: panel.name,
        lines: panelLines(site, panel, sub),
        path: `/houses/${house.id}/panel${query}`,
      },
      ...[...panel.breakers]
        .sort((a, b) => a.space - b.space)
        .flatMap((breaker): Label[] => {
          const circuit = site.circuits.find((c) => c.id === breaker.circuitId);
          if (!circuit) return [];
          const rooms = [
            ...new Set(
              circuitSheet(site, circuit, usBook(house))
                .boxes.map((b) => b.room)
                .filter(Boolean),
            ),
          ];
          return [
            {
              id: `breaker-${breaker.id}`,
              kind: 'breaker',
              head: `${circuit.number} · ${rating(circuit)}`,
              lines: [circuit.name, `space ${spacesOf(breaker).join(' and ')}${sub ? `, ${panel.name}` : ''}`, rooms.join(', ')].filter(
                Boolean,
              ),
              path: `/houses/${house.id}/panel?space=${breaker.space}${sub ? `&of=${id}` : ''}`,
            },
          ];
        }),
    ];
  });
  const boxes = [...site.boxes]
    .map((box) => ({ box, room: roomOf(site, box) ?? '' }))
    .sort((a, b) => a.room.localeCompare(b.room) || a.box.name.localeCompare(b.box.name))
    .map(({ box }) => boxLabel(house, site, box));
  return [...(of === 'boxes' ? [] : panels), ...(of === 'breakers' ? [] : boxes)];
}
