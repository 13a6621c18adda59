import { InjectionToken } from '@angular/core';
import type { House, Job } from '@saddle/core/model';
import type { DocumentSession } from './document-session';

/** The document that the page around has open: a job or a house. */
export const OPEN_DOCUMENT = new InjectionToken<DocumentSession<House | Job>>('the open document');
