// Loaded before a program (node --require): writes down every change it makes to files under RECORD_DIR, in order, into
// RECORD_LOG, with the fsyncs between them. What a power cut leaves can be made from any beginning of it.
const fs = require('node:fs');
const { syncBuiltinESMExports } = require('node:module');
const { threadId } = require('node:worker_threads');

const root = process.env.RECORD_DIR;
const real = { ...fs };
const log = real.openSync(`${process.env.RECORD_LOG}.${threadId}`, 'a');
const names = new Map();
const within = (file) => typeof file === 'string' && (file === root || file.startsWith(`${root}/`));

/** One line of JSON, then the bytes it tells of; the moment is told so that several threads can be put in order. */
function note(entry, bytes = Buffer.alloc(0)) {
  const head = Buffer.from(
    `${JSON.stringify({ ...entry, at: String(process.hrtime.bigint()), bytes: bytes.length })}\n`,
  );
  real.writeSync(log, Buffer.concat([head, bytes]));
}

fs.openSync = (file, flags, mode) => {
  const had = within(file) && real.existsSync(file);
  const fd = real.openSync(file, flags, mode);
  if (!within(file)) return fd;
  names.set(fd, file);
  const isNumber = typeof flags === 'number';
  const truncates = isNumber ? (flags & real.constants.O_TRUNC) !== 0 : String(flags).startsWith('w');
  if (!had) note({ op: 'create', file });
  else if (truncates) note({ op: 'truncate', file, length: 0 });
  return fd;
};
fs.closeSync = (fd) => {
  names.delete(fd);
  real.closeSync(fd);
};
fs.writeSync = (fd, data, offset, length, position) => {
  const file = names.get(fd);
  if (file === undefined) return real.writeSync(fd, data, offset, length, position);
  // A view: the program's whole memory may be what is handed over.
  const whole =
    typeof data === 'string' ? Buffer.from(data) : Buffer.from(data.buffer, data.byteOffset, data.byteLength);
  const from = offset ?? 0;
  const bytes = whole.subarray(from, length === undefined ? undefined : from + length);
  const at = typeof position === 'number' ? position : real.fstatSync(fd).size;
  const written = real.writeSync(fd, data, offset, length, position);
  note({ op: 'write', file, position: at }, bytes.subarray(0, written));
  return written;
};
fs.writeFileSync = (file, data, options) => {
  real.writeFileSync(file, data, options);
  if (within(file)) {
    note({ op: 'create', file });
    note({ op: 'truncate', file, length: 0 });
    note({ op: 'write', file, position: 0 }, Buffer.from(data));
  }
};
fs.ftruncateSync = (fd, length = 0) => {
  real.ftruncateSync(fd, length);
  if (names.has(fd)) note({ op: 'truncate', file: names.get(fd), length });
};
fs.truncateSync = (file, length = 0) => {
  real.truncateSync(file, length);
  if (within(file)) note({ op: 'truncate', file, length });
};
fs.fsyncSync = (fd) => {
  real.fsyncSync(fd);
  if (names.has(fd)) note({ op: 'fsync', file: names.get(fd) });
};
fs.mkdirSync = (file, options) => {
  const made = real.mkdirSync(file, options);
  if (within(file)) note({ op: 'mkdir', file });
  return made;
};
fs.renameSync = (from, to) => {
  real.renameSync(from, to);
  if (within(from)) note({ op: 'rename', file: from, to });
};
fs.unlinkSync = (file) => {
  real.unlinkSync(file);
  if (within(file)) note({ op: 'unlink', file });
};
fs.rmdirSync = (file) => {
  real.rmdirSync(file);
  if (within(file)) note({ op: 'rmdir', file });
};
syncBuiltinESMExports();
