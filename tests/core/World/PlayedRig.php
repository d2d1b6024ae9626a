<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use Random\Engine\Mt19937;
use Random\Randomizer;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\StandIn\StandIns;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\DeviceSender;
use ZigzagPost\Core\World\DirectWorld;
use ZigzagPost\Core\World\Heard;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Core\World\RigWorld;
use ZigzagPost\Tests\Core\StandIn\Shipped;

/** A rig that is played for a while by hands that leave out nothing, as text: what its senders show, what came in, who did what, where all stand. */
final class PlayedRig
{
    /** Controls of a unit that are touched. */
    private const MOST = 14;

    private string $text = '';
    private int $timeUs = 0;
    private readonly Randomizer $random;

    private function __construct(private Bench $bench, private readonly CompiledBook $book, private readonly CompiledBook $plain, private readonly Patch $seats)
    {
        $this->random = new Randomizer(new Mt19937(7));
    }

    /** Rules that have errors are left out. */
    public static function of(string $json): string
    {
        $setup = RigFile::setup(RigFile::rig($json));
        $checked = (new RigAnalysis($setup))->checked();
        if ($checked->hasErrors()) {
            $setup = RigFile::setup(RigFile::rig(Json::encode(['rulebook' => ''] + Json::members($json))));
            $checked = (new RigAnalysis($setup))->checked();
        }
        $whole = Setup::of($setup->rig, $checked->written);
        $seats = Patch::of($whole)->playedBy((new StandIns(Shipped::charts()))->units($checked->book));
        $book = Compiler::load($checked->book, true);
        $played = new self(Bench::start($book, $seats), $book, Compiler::load($checked->book), $seats);
        $played->bench();
        $played->world($whole);
        $played->direct($whole);

        return $played->text;
    }

    private function bench(): void
    {
        $this->say('senders', $this->bench->senders());
        $this->happened('at the beginning');
        foreach ($this->bench->senders() as $sender) {
            $controls = array_map(static fn (array $each): string => $each['control'], $sender['controls']);
            foreach ([...$this->some($controls), 'key 60', 'clock', 'start', 'finger 2 key 62', 'finger 2 timbre', 'finger 16 bend', 'nothing'] as $control) {
                foreach ([127, $this->random->getInt(1, 126), 0] as $value) {
                    $this->timeUs += 20_000;
                    $this->bench->touch($this->timeUs, $sender['id'], $control, $value);
                    $this->happened("{$sender['id']} {$control} at {$value}");
                }
            }
        }
        $this->say('after all was touched', [$this->bench->receivers(), $this->bench->clocks(), $this->bench->memories(), $this->bench->scenes()]);
        foreach ($this->bench->ports() as $port) {
            foreach ($port['in'] ? ['90 3C 64', 'B0 40 7F', 'F8', '80 3C', '40', 'C0 02', 'F0 7D 01 F7', 'E0 11 22'] : [] as $hex) {
                $this->timeUs += 7_000;
                $this->bench->feed($this->timeUs, $port['port'], (string) Bytes::fromHex($hex));
                $this->happened("{$port['port']} {$hex}");
            }
        }
        $scenes = \count($this->bench->scenes()['titles']);
        foreach ([...range(0, $scenes), ...range(0, $this->bench->scenes()['songs'])] as $at => $place) {
            $this->timeUs += 300_000;
            $went = $at <= $scenes ? $this->bench->go($place, $this->timeUs) : $this->bench->goToSong($place, $this->timeUs);
            $this->happened(($at <= $scenes ? 'scene' : 'song')." {$place} ".($went ? 'went' : 'stayed'));
            $this->say('now', $this->bench->scenes());
        }
        // As a request loads it: all goes on as if it had never been put away.
        $saved = $this->bench->save();
        $this->bench = Bench::load($this->book, $saved, $this->seats);
        $this->say('kept and loaded', $saved === $this->bench->save());
        foreach ([...array_column($this->bench->receivers(), 'port'), 'nobody'] as $unit) {
            $this->timeUs += 100_000;
            $known = $this->bench->restore($this->timeUs, $unit);
            $this->happened("{$unit} ".($known ? 'restored' : 'unknown'));
        }
        $this->bench->endStream($this->timeUs += 1000, $this->bench->ports()[0]['port'] ?? '');
        $this->bench->advance($this->timeUs += 30_000_000);
        $this->happened('after a long silence');
        $this->bench->change($this->book, $this->seats);
        $this->bench->panic($this->timeUs += 1000);
        $this->happened('panic');
        $this->say('at the end', [
            $this->bench->receivers(),
            $this->bench->standing(),
            $this->bench->ports(),
            $this->bench->rules(),
            $this->bench->nextDueUs(),
            $this->bench->takeMark(),
        ]);
    }

    /** The world in which ways are tried, once whole and once with the first lead out. */
    private function world(Setup $setup): void
    {
        foreach ([[], [$setup->joints[0]->lead->id ?? 'none']] as $broken) {
            $world = new RigWorld($setup, $this->plain, $broken);
            $timeUs = 0;
            foreach ($this->seats->from as $unit => $ways) {
                $sender = new DeviceSender($this->seats->boxes[$unit]);
                foreach (\array_slice($this->seats->boxes[$unit]->chart->surface->controls ?? [], 0, 6) as $control) {
                    foreach ([127, 0] as $value) {
                        $ports = array_values(array_unique(array_map(fn ($way): int => (int) $this->book->inPort($way->port), $ways)));
                        $messages = array_merge(...array_values($sender->messages($control->name, $value)) ?: [[]]);
                        $heard = [] === $ports ? [] : $world->play($timeUs += 2_000_000, $ports, $messages);
                        $this->say("{$unit} {$control->name} {$value}".([] === $broken ? '' : ' without a lead'), array_map(self::words(...), $heard));
                    }
                }
            }
            $other = clone $world;
            foreach ($this->book->scenes() as $scene => $title) {
                $this->say("scene {$title}", array_map(self::words(...), $world->go($timeUs += 2_000_000, $scene)));
            }
            $this->say('the other stayed', array_map(self::words(...), [] === $this->book->scenes() ? [] : $other->go($timeUs, 0)));
        }
    }

    /** What arrives past the post. */
    private function direct(Setup $setup): void
    {
        $world = new DirectWorld($setup);
        $timeUs = 0;
        foreach ($setup->boxes as $box) {
            foreach ($box->isPost() ? [] : \array_slice($box->chart->surface->controls ?? [], 0, 4) as $control) {
                $messages = array_merge(...array_values((new DeviceSender($box))->messages($control->name, 127)) ?: [[]]);
                $this->say("{$box->name} {$control->name} straight", array_map(self::words(...), $world->play($timeUs += 500_000, $box, $messages)));
            }
        }
    }

    private function happened(string $what): void
    {
        $lines = [];
        foreach ($this->bench->takeCame() as $each) {
            $lines[] = '  in '.($each['timeUs'] / 1000)." {$each['port']} ".Bytes::toHex($each['bytes']);
        }
        foreach ($this->bench->takeArrived() as $at => $done) {
            foreach ($done as $each) {
                $lines[] = "  {$at} ".Bytes::toHex($each->bytes)." {$each->words}";
            }
        }
        foreach ($this->bench->takeTold() as $told) {
            $lines[] = "  told {$told}";
        }
        $this->bench->takeTrace();
        $this->bench->takeJournal();
        $this->text .= "{$what}\n".implode('', array_map(static fn (string $line): string => "{$line}\n", $lines));
    }

    private function say(string $what, mixed $value): void
    {
        $this->text .= "== {$what}\n";
        foreach (\is_array($value) ? $value : [$value] as $key => $each) {
            $this->text .= (\is_int($key) ? '' : "{$key}: ")
                .json_encode($each, \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRESERVE_ZERO_FRACTION | \JSON_THROW_ON_ERROR)."\n";
        }
    }

    private static function words(Heard $heard): string
    {
        return "{$heard->unit} {$heard->what} {$heard->title} {$heard->value}".($heard->isNew ? ' new' : '');
    }

    /**
     * @param list<string> $all
     *
     * @return list<string>
     */
    private function some(array $all): array
    {
        return \count($all) <= self::MOST ? $all : array_values(array_intersect_key($all, array_flip($this->random->pickArrayKeys($all, self::MOST))));
    }
}
