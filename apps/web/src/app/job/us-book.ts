// fetched by itself: a page draws what is planned before it is judged
export { usJobBook } from '@saddle/core/work';
