import { createElement } from 'lwc';
import Bench from 'c/bench';

document.querySelector('#root').appendChild(createElement('c-bench', { is: Bench }));
