import type { HttpInterceptorFn } from '@angular/common/http';

/** What is asked of the server goes there by itself: the worker keeps the page, never data. */
export const pastTheWorker: HttpInterceptorFn = (request, next) => next(request.clone({ setHeaders: { 'ngsw-bypass': 'yes' } }));
