import { type DrawerAnswer, drawerAnswerSchema, type DrawerChange } from '#model/api/drawer';
import { call, jsonPost } from './server-calls';

export const drawerAddress = '/api/drawer';

/** Stamps, dies, words and machines. @throws CallProblem */
export const fetchDrawer = (): Promise<DrawerAnswer> => call(drawerAnswerSchema, drawerAddress);

/** Changes them. @returns how they are then. @throws CallProblem when nothing was changed. */
export const changeDrawer = (change: DrawerChange): Promise<DrawerAnswer> => call(drawerAnswerSchema, drawerAddress, jsonPost(change));
