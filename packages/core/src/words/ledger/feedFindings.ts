/** What the ledger says of a feed. */
import { printAwg, type Awg } from '../../measure/index.js';
import { phrases, type Told } from '../phrases.js';

const TRACED = 'traced conductor by conductor: one hot is taken on, its neutral spliced with a lead and never carried through a device';

export const feedWords = phrases('feed', {
  nothingNamed: () => ({ says: 'nothing has been named yet', ask: 'Name each appliance, or type the watts or amps on its plate.' }),
  gaugeUnread: ({ gauge, told }: { gauge: Awg; told: Told }) => ({
    says: `nobody read its gauge; if it is ${printAwg(gauge)}: ${told.says}`,
    ask: 'Read the gauge printed on the sheath, or hold a gauge to the bare wire.',
  }),
  noCable: () => ({
    says: 'no cable has been noted in the source box',
    ask: 'With the circuit proved dead, count the cables and note gauge, conductors and ground.',
  }),
  groundUnseen: () => ({ says: 'nobody has looked for a ground', ask: 'Look for a bare or green wire; or enter what you found.' }),
  noGround: () => 'no ground: a new grounded outlet may not be fed from here; take another feed, or ask a licensed electrician',
  ground: ({ ground }: { ground: 'bare' | 'green' }) => `${ground} ground present`,
  aluminium: () => 'aluminium: its joints need their own connectors and a licensed electrician',
  cloth: () => 'cloth insulation crumbles when bent: don’t disturb it, have it looked at',
  openWiring: () =>
    'open wiring on insulators: no ground, old insulation, and nothing may be spliced to it that isn’t of its kind; leave it as it lies and have it looked at',
  unmarkedHot: () => 'a white conductor is used as a hot without a mark',
  metalUnknown: () => ({
    says: 'whether it is copper or aluminium was not noted',
    ask: 'Look at a cut end: copper is red-brown through, aluminium is grey. The sheath may say AL or CU.',
  }),
  whiteUnseen: () => ({
    says: 'nobody looked whether its white is used as a hot',
    ask: 'In the open box: a white on a brass screw, on a switch, or spliced to blacks is one; a mark of tape or paint says so.',
  }),
  wrongVolts: ({ voltsNominal }: { voltsNominal: number }) =>
    `a 120 V face on a ${voltsNominal} V circuit: what is plugged in burns. Take another feed, or a receptacle made for ${voltsNominal} V, which this program does not plan`,
  sharedUnknown: () => ({
    says: 'whether two hots share the neutral was not looked at',
    ask: 'Look for a red and a black from one cable at the panel, or a tied pair of breakers.',
  }),
  oneHot: () => 'one hot, one neutral',
  untied: () => 'its two breakers don’t open together: one off leaves the neutral carrying the other',
  shared: () => 'two hots share this neutral: leave it alone unless it is known exactly what feeds what',
  loopUnknown: () => ({
    says: 'nobody looked whether an always-hot and a neutral are in this switch box',
    ask: 'Breaker off and proved dead: look behind the switch for white wires spliced together, and for a black that goes on to more than the switch. Which black stays live with the switch off is a test on an open live box: leave that to a qualified person.',
  }),
  loop: () => 'a switch loop: there is no neutral to take along',
  loopNot: () => 'an always-hot and a neutral are there; take the hot ahead of the switch',
  scorched: () => 'scorched: find the loose joint or the overload first, and replace the device',
  deviceUnseen: ({ isReceptacle, kind }: { isReceptacle: boolean; kind: string }) => ({
    says: `the old ${isReceptacle ? 'receptacle' : kind} was not looked at`,
    ask: isReceptacle ? 'Look for scorching, cracks and a loose grip on a plug.' : 'Look for scorching, cracks and play in it.',
  }),
  worn: () => 'worn: replace it while the box is open',
  feedsPanel: ({ fed }: { fed: string }) => `it feeds the ${fed}: an outlet hangs on a breaker of that panel, never on its feeder`,
  noCircuit: () => ({
    says: 'no circuit has been named',
    ask: 'Find it with a breaker finder, or switch one breaker after the other; note its number and rating.',
  }),
  tracedTripUnknown: () => ({
    says: TRACED,
    ask: 'Look whether both breakers open together: tied handles, or one two-pole breaker.',
  }),
  tracedTied: () => `${TRACED}; both breakers open together`,
  cableUndescribed: () => ({
    says: 'the cable to the source box or the new one is not described',
    ask: 'Note the gauge in the source box and the depth of both boxes.',
  }),
  panelWayUntaken: () => ({ says: 'no way from the panel was taken yet', ask: 'Take one of the ways of the Route stage.' }),
  panelLengthUnknown: () => ({
    says: 'how far the source box is from the panel along the cable was not noted',
    ask: 'Estimate the cable from the panel to the source box: up or down, along, and down again.',
  }),
  withFeeder: ({ panel, told }: { panel: string; told: Told }) => ({
    says: `${told.says}; what the feeder of the ${panel} drops comes on top, 5 % together`,
    ask: told.ask,
  }),
});
