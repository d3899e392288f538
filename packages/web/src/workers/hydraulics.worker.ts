// The worker's end of the line.
import { expose } from 'comlink';
import { slowAnswers } from './hydraulics.ts';

expose({ slowAnswers });
