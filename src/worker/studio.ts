/** The studio worker: holds the design, evaluates it, picks, snaps and works out gestures. */
import { expose } from 'comlink';
import { studio } from './studio-service';

expose(studio);
