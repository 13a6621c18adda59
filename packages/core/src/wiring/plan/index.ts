// by star: a barrel that names what it hands on is loaded whole by whoever takes one name of it
export * from './lead.js';
export * from './purposes.js';
export * from './asWired.js';
export * from './landing.js';
export * from './brief.js';
export * from './plan.js';
export * from './planned.js';
export * from './onBench.js';
