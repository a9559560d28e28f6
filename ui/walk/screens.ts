import { later } from './later';

const sheet = () => import('./SheetScreen').then((m) => m.SheetScreen);
const step = () => import('./StepScreen').then((m) => m.StepScreen);
const sign = () => import('./SignScreen').then((m) => m.SignScreen);

/** Screens that need the laptop: each is loaded when it is first opened. */
export const BetweenScreen = later(() => import('./BetweenScreen').then((m) => m.BetweenScreen));
export const TogetherScreen = later(() => import('./TogetherScreen').then((m) => m.TogetherScreen));
/** Screens of a phone that was let in for the run sheet: loaded at once there, since they are wanted without a network too. */
export const SheetScreen = later(sheet);
export const StepScreen = later(step);
export const SignScreen = later(sign);

/** Loads what a phone with the run sheet wants, while there is a network. */
export const loadSheetScreens = (): Promise<unknown> => Promise.allSettled([sheet(), step(), sign()]);
