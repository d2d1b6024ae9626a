"""The measured rulebooks as a script with the mido library: what a Python programmer would write.

Reads the bytes of all messages on standard input, writes what goes out to standard output and the seconds taken to
standard error. usage: with_mido.py CASE
"""

import sys
import time

from mido import Message
from mido.parser import Parser


def notes(messages, send):
    held = {}
    for message in messages:
        if message.type == 'note_on' and message.velocity > 0 and message.channel == 0:
            low = message.note < 60
            to = message.copy(note=message.note + 12 if low else message.note, channel=2 if low else 3)
            held[message.note] = to
            send(to)
        elif message.type in ('note_on', 'note_off') and message.note in held:
            began = held.pop(message.note)
            send(message.copy(note=began.note, channel=began.channel))


def pedal(value):
    return round(127 * (max(3, min(124, value)) - 3) / 121)


def controllers(messages, send):
    for message in messages:
        if message.type != 'control_change':
            continue
        if message.control == 11:
            send(message.copy(channel=6, value=pedal(message.value)))
        elif 20 <= message.control <= 27:
            send(message.copy(control=message.control + 50, value=127 - message.value))


def parameters(messages, send):
    msb = lsb = upper = 0
    for message in messages:
        if message.type != 'control_change':
            continue
        if message.control == 99:
            msb = message.value
        elif message.control == 98:
            lsb = message.value
        elif message.control == 6:
            upper = message.value
        elif message.control == 38:
            for control, value in ((99, msb), (98, lsb), (6, upper), (38, message.value)):
                send(Message('control_change', channel=8, control=control, value=value))


def flatten(messages, send):
    held, bends, sent = {}, {}, 0
    for message in messages:
        if message.type == 'pitchwheel':
            bends[message.channel] = message.pitch
            if not held:
                continue
        elif message.type == 'note_on':
            held[message.channel] = True
        elif message.type == 'note_off':
            held.pop(message.channel, None)
            send(message.copy(channel=2))
            if not held:
                continue
        counts = next(reversed(held))
        bend = max(-8192, min(8191, 4 * bends.get(counts, 0)))
        if bend != sent:
            sent = bend
            send(Message('pitchwheel', channel=2, pitch=bend))
        if message.type == 'note_on':
            send(message.copy(channel=2))


class Voices:
    def __init__(self, count):
        self.voices, self.last = [None] * count, -1

    def deal(self, message, now, send):
        count = len(self.voices)
        if message.type == 'note_on':
            free = [v % count for v in range(self.last + 1, self.last + 1 + count) if self.voices[v % count] is None]
            if free:
                chosen = free[0]
            else:
                chosen = min(range(count), key=lambda v: self.voices[v][1])
                send(Message('note_off', channel=message.channel, note=self.voices[chosen][0], velocity=64))
            self.last = chosen
            self.voices[chosen] = (message.note, now)
            send(message)
        else:
            for voice, note in enumerate(self.voices):
                if note is not None and note[0] == message.note:
                    self.voices[voice] = None
                    send(message)


def spread(messages, send):
    voices = Voices(8)
    for now, message in enumerate(messages):
        voices.deal(message, now, send)


def twenty_rules(messages, send):
    held, voices = {}, Voices(4)
    for now, message in enumerate(messages):
        if message.type in ('note_on', 'note_off'):
            if message.channel == 1:
                voices.deal(message, now, send)
            elif message.type == 'note_on' and message.velocity > 0:
                low = message.note < 60
                to = message.copy(note=message.note + 12 if low else message.note, channel=2 if low else 3)
                held[message.note] = to
                send(to)
            elif message.note in held:
                began = held.pop(message.note)
                send(message.copy(note=began.note, channel=began.channel))
        elif message.type == 'control_change':
            if message.control == 11:
                send(message.copy(channel=6, value=pedal(message.value)))
            elif 20 <= message.control < 35:
                send(message.copy(control=message.control + 40, value=127 - message.value))
        elif message.type == 'pitchwheel':
            send(message)
            send(message)


CASES = {
    'notes': notes,
    'controllers': controllers,
    'NRPN': parameters,
    'MPE flatten': flatten,
    'spread': spread,
    '20 rules, everything': twenty_rules,
}


def main():
    data = sys.stdin.buffer.read()
    out = bytearray()
    began = time.perf_counter()
    parser = Parser()
    parser.feed(data)
    CASES[sys.argv[1]](parser, lambda message: out.extend(message.bytes()))
    print(time.perf_counter() - began, file=sys.stderr)
    sys.stdout.buffer.write(out)


main()
