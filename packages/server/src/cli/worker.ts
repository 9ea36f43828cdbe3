/** The thread that a command runs on. */
import { main } from '.';
import { cliData } from './data';

void main(cliData?.argv ?? []).then((code) => {
  process.exitCode = code;
});
