import { expose } from 'comlink';
import { mixAnswers } from './mixAnswers';

expose(mixAnswers);
