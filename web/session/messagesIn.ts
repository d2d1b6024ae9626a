/**
 * The channel messages of three bytes in bytes as they came, each with its status: running status is written out, and what stands between
 * them (real-time, shorter messages, system exclusive) is left out.
 */
export function messagesIn(bytes: string): string[] {
  const messages: string[] = [];
  let status: string | null = null;
  let data: string[] = [];
  for (const byte of bytes.split(' ')) {
    const value = parseInt(byte, 16);
    if (value >= 0xf8) {
      continue;
    }
    if (value >= 0x80) {
      const high = value & 0xf0;
      status = high === 0xc0 || high === 0xd0 || high === 0xf0 ? null : byte;
      data = [];
    } else if (status !== null) {
      data.push(byte);
      if (data.length === 2) {
        messages.push([status, ...data].join(' '));
        data = [];
      }
    }
  }
  return messages;
}
