export type { Lead, PlannedJoint, Role, Terminal, TerminalName } from './lead.js';
export { usesTaken, type PlanInput } from './purposes.js';
export { asWired } from './asWired.js';
export { jointLine } from './landing.js';
export { connectBriefly } from './brief.js';
export { cableKind, wiringPlan } from './plan.js';
export type { PlannedDevice, WiringPlan } from './planned.js';
export { deviceOnBench, jointsOnBench } from './onBench.js';
