import type { Catalogue } from '../catalogue';
import common from './common.json';
import rule from './rule.json';
import server from './server.json';
import signIn from './signIn.json';
import today from './today.json';
import why from './why.json';
import words from './words.json';

export const german: Catalogue = { common, rule, server, signIn, today, why, words };
