import { createListeners } from './listeners';
import { useSyncExternalStore } from 'react';

/** Whether the server has said that nobody is signed in any more. */
let isSignedOut = false;
const { tell, subscribe } = createListeners();

export function setSignedOut(signedOut: boolean) {
    if (signedOut === isSignedOut) return;
    isSignedOut = signedOut;
    tell();
}

export const useSignedOut = () => useSyncExternalStore(subscribe, () => isSignedOut);
