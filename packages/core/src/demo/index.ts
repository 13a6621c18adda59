export * from './quinceStreet.js';
