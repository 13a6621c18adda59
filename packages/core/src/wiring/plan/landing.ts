/** From conductors that belong together to joints: straight under a screw, fed through, or spliced with pigtails; by the user's schools. */
import { spliceParts } from '../../catalog/index.js';
import { inches, printAwg, type Awg } from '../../measure/index.js';
import type { Schools } from '../../model/index.js';
import {
  COLOUR_OF_PIGTAIL,
  describeLead,
  landing,
  pigtailTo,
  stripForTerminal,
  thickest,
  type Lead,
  type PlannedJoint,
  type Role,
  type Terminal,
} from './lead.js';

/** Conductor ends of one electrical meaning in a box, and the screws that want them. */
export interface Net {
  role: Role;
  letter: Lead['letter'];
  /** what they are, in the plural: `hots`, `neutrals of circuit 5` */
  what: string;
  leads: Lead[];
  /** each wants a lead of its own */
  terminals: Terminal[];
  /** the second screw of the same side, for feeding through */
  second?: Terminal;
  /** of the wire that joins its screws where no conductor of a cable does */
  gauge?: Awg;
}

export class Landing {
  readonly joints: PlannedJoint[] = [];
  private readonly taken = new Set<string>();
  private readonly tails = new Map<string, number>();

  constructor(
    private readonly schools: Schools,
    private readonly notes: string[],
  ) {}

  private id(wish: string): string {
    let id = wish;
    for (let n = 2; this.taken.has(id); n++) id = `${wish}-${n}`;
    this.taken.add(id);
    return id;
  }

  /** All joints of one net. A net without leads joins its screws with each other; a single one stays empty. */
  lay(net: Net): void {
    const { role, leads, terminals } = net;
    if (leads.length === 0 && terminals.length < 2) return;
    if (leads.length === 0 && terminals.length === 2) return this.jumper(net, [terminals[0]!, terminals[1]!]);
    const short = leads.filter((l) => l.short).length > 0 && terminals.length > 0;
    if (short && leads.length === 1)
      this.notes.push(
        `${sentence(describeLead(leads[0]!))} is short: it is lengthened by a pigtail, nothing is stretched to reach a screw (300.14).`,
      );
    if (leads.length === 1 && terminals.length === 1 && !short) return this.screw(net, terminals[0]!, leads[0]!);
    if (leads.length === 1 && terminals.length === 0) return this.cap(net, leads[0]!);
    if (
      leads.length === 2 &&
      terminals.length === 1 &&
      net.second &&
      this.schools.device === 'feed-through' &&
      role !== 'ground' &&
      !short
    ) {
      this.screw(net, terminals[0]!, leads[0]!);
      return this.screw(net, net.second, leads[1]!);
    }
    if (this.schools.device === 'feed-through' && role === 'hot' && terminals.length > 0 && net.second && leads.length > 2)
      this.notes.push(
        `${leads.length} cables: a device has two screws a side and one conductor goes under each, so these are spliced with a pigtail.`,
      );
    const gauge = net.gauge ?? thickest(leads);
    const tails = terminals.map((at) => {
      // over all nets of the box: two circuits in it have two neutrals, each with tails of its own
      const key = `${role} ${at.name}`;
      const n = this.tails.get(key) ?? 0;
      this.tails.set(key, n + 1);
      return pigtailTo(role, net.letter, gauge, at, n);
    });
    this.splice(net, [...leads, ...tails]);
    terminals.forEach((at, i) => this.screw(net, at, tails[i]!));
  }

  private screw({ role }: Net, at: Terminal, lead: Lead): void {
    const school = role === 'ground' ? 'side screw' : this.schools.terminals;
    const stripMm = stripForTerminal(school, lead.gauge);
    this.joints.push({
      id: this.id(`${role}-${at.name.replace(/ /g, '-')}`),
      role,
      kind: 'terminal',
      at,
      stripMm,
      leads: [lead],
      says: landing(lead, at, stripMm, school),
    });
  }

  /** One piece of wire from screw to screw. */
  private jumper(net: Net, [near, far]: [Terminal, Terminal]): void {
    const { role, letter } = net;
    const lead: Lead = {
      ...{ id: this.id(`jumper-${role}`), role, letter, colour: COLOUR_OF_PIGTAIL[role], gauge: net.gauge ?? 14 },
      ...{ from: 'jumper between the two devices', jumper: true },
    };
    this.screw(net, near, lead);
    this.screw(net, far, { ...lead, far: true });
  }

  private cap({ role }: Net, lead: Lead): void {
    this.joints.push({
      id: this.id(`${role}-cap`),
      role,
      kind: 'cap',
      connector: 'small twist-on connector',
      stripMm: 0,
      leads: [lead],
      says: `cap ${describeLead(lead)}; nothing hangs on it here`,
    });
  }

  /** One splice, or two joined by a jumper where no single connector takes them all. */
  private splice({ role, letter, what }: Net, leads: Lead[]): void {
    const { schools } = this;
    const parts = spliceParts(
      schools.splice,
      leads.map((l) => l.gauge),
    );
    const joint = (wish: string, own: Lead[], name: string, stripMm: number): void => {
      this.joints.push({
        id: this.id(wish),
        role,
        kind: 'splice',
        connector: name,
        stripMm,
        leads: own,
        says: `splice ${own.map(describeLead).join(', ')} in a ${name}${schools.tape ? ', taped' : ''}`,
      });
    };
    if (!parts) {
      this.notes.push(
        `${leads.length} ${what} of ${printAwg(thickest(leads))} are more than two connectors take: a larger box, or fewer cables in it.`,
      );
      return joint(`${role}-splice`, leads, 'row of connectors', inches(0.5));
    }
    if (parts.length === 1) return joint(`${role}-splice`, leads, parts[0]!.connector.name, parts[0]!.connector.stripMm);
    this.notes.push(`No single connector takes ${leads.length} ${what}: two splices, joined by a jumper.`);
    const jumper: Lead = {
      ...{ id: this.id(`jumper-${role}`), role, letter, colour: COLOUR_OF_PIGTAIL[role] },
      ...{ gauge: thickest(leads), from: 'jumper between the two splices' },
    };
    parts.forEach(({ of, connector }, n) =>
      joint(`${role}-splice`, [...of.map((i) => leads[i]!), n ? { ...jumper, far: true } : jumper], connector.name, connector.stripMm),
    );
  }
}

/** How a broken tab is said among the steps. */
export const breakLine = (tab: { brass: boolean; silver: boolean }, device: string): string =>
  `Break the ${tab.brass && tab.silver ? 'brass and the silver tab' : tab.brass ? 'brass tab' : 'silver tab'} of ${device}.`;
/** How a connection is said among the steps: what finds it again by its line. */
export const jointLine = (joint: { says: string }): string => `${sentence(joint.says)}.`;

export const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
