<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Finding;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Fact\ChannelIsShared;
use ZigzagPost\Core\Finding\Fact\FirmwareIsOld;
use ZigzagPost\Core\Finding\Fact\KindIsBlocked;
use ZigzagPost\Core\Finding\Fact\LabelIsTooLong;
use ZigzagPost\Core\Finding\Fact\LeadIsFlooded;
use ZigzagPost\Core\Finding\Fact\LeadIsFull;
use ZigzagPost\Core\Finding\Fact\NobodyDrewPower;
use ZigzagPost\Core\Finding\Fact\RigFact;
use ZigzagPost\Core\Finding\Fact\RulesAreWrong;
use ZigzagPost\Core\Finding\Fact\RulesRound;
use ZigzagPost\Core\Finding\Fact\TwoRulesMoveIt;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Document\Rest;

/** Facts are plain values, worded last, and known again by them. */
final class FactTest extends TestCase
{
    /** @return iterable<string, array{class-string<RigFact>}> */
    public static function facts(): iterable
    {
        foreach (glob(\dirname(__DIR__, 3).'/core/Finding/Fact/*.php') ?: [] as $file) {
            /** @var class-string<RigFact> $class */
            $class = 'ZigzagPost\Core\Finding\Fact\\'.basename($file, '.php');
            if (!(new \ReflectionClass($class))->isAbstract()) {
                yield basename($file, '.php') => [$class];
            }
        }
    }

    /** @param class-string<RigFact> $class */
    #[DataProvider('facts')]
    public function testWhatBelongsToAFactIsPlain(string $class): void
    {
        foreach ((new \ReflectionClass($class))->getProperties() as $property) {
            $type = $property->getType();
            self::assertInstanceOf(\ReflectionNamedType::class, $type);
            self::assertContains(
                $type->getName(),
                ['string', 'int', 'float', 'bool', 'array', Severity::class],
                "{$class}::\${$property->getName()}",
            );
        }
        if (RulesAreWrong::class !== $class) {
            self::assertNotSame('', $class::CODE);
        }
    }

    /**
     * @return iterable<string, array{RigFact, string, string}> a fact, the line that the command prints of it, and how it was put to rest
     *     until November 2026
     */
    public static function worded(): iterable
    {
        yield 'a unit' => [
            new FirmwareIsOld('moths', '1.2', '1.4'),
            'rig: unit moths firmware: warning: firmware-old: its firmware is 1.2; its chart is right from 1.4 on [update the firmware of '
                .'moths to 1.4, or check its chart]',
            'firmware-old: unit moths firmware: '.self::hash('its firmware is 1.2, and its chart is true from 1.4 on'),
        ];
        yield 'a control' => [
            new LabelIsTooLong('board', 'Switch 1', 'The long way', 12, 8),
            'rig: unit board "Switch 1": warning: label-too-long: the label "The long way" has 12 characters, and the display of "Switch 1" shows 8',
            'label-too-long: unit board "Switch 1": '.
            self::hash('the label "The long way" has 12 characters, and the display of "Switch 1" shows 8'),
        ];
        yield 'a lead from one end' => [
            new LeadIsFlooded('main', 'post out', 120.5, ['pitch', 'clock and what is sent by itself'], 7, true),
            'rig: lead main from post out: error: lead-flooded: the lead gets 120.5 % of what it can carry, from pitch, clock and what '
                .'is sent by itself; put "thin 7ms" into the rules for it, so that 70 % are not passed',
            'lead-flooded: lead main from post out: '.
            self::hash(
                '120.5 % of what the lead can carry streams over it: pitch, clock and what is sent by itself; put "thin 7ms" into the rules '
                    .'for it, so that 70 % are not passed',
            ),
        ];
        yield 'what cannot be thinned' => [
            new LeadIsFull('main', 'tilt', 90.0, ['tilt'], null, false),
            'rig: lead main from tilt: warning: lead-full: the lead gets 90 % of what it can carry, from tilt; what cannot be thinned is '
                .'too much for it alone',
            'lead-full: lead main from tilt: '.
            self::hash('90 % of what the lead can carry streams over it: tilt; what cannot be thinned is too much for it alone'),
        ];
        yield 'two units' => [
            new ChannelIsShared('a', ['a', 'b second'], '3', 'the port out'),
            'rig: units a and b second: error: shared-channel: a and b second both answer on MIDI channel 3 of the port out',
            'shared-channel: units a and b second: '.self::hash('a and b second both answer on MIDI channel 3 of the port out'),
        ];
        yield 'three units' => [
            new ChannelIsShared('a', ['a', 'b', 'c'], '3, 4', 'the port out'),
            'rig: units a, b and c: error: shared-channel: a, b and c all answer on MIDI channel 3, 4 of the port out',
            'shared-channel: units a, b and c: '.self::hash('a, b and c all answer on MIDI channel 3, 4 of the port out'),
        ];
        yield 'one of several' => [
            new NobodyDrewPower(['a']),
            'rig: units a: hint: no-power: no supply is drawn for a [draw their supplies, or take batteries]',
            'no-power: units a: '.self::hash('nobody has drawn what feeds a'),
        ];
        yield 'lines' => [
            new RulesRound('x', 'a', ['hub'], [7, 9]),
            'rig: line 7: error: loop: what leaves port x comes in again at a over hub, and rules send it out again without '
                .'end: lines 7, 9 [let these rules not listen to a, or take the way back out]',
            'loop: loop post x a: '.
            self::hash('what leaves at the port x comes in again at a over hub, and rules send it out once more, without end: lines 7, 9'),
        ];
        yield 'a parameter' => [
            new TwoRulesMoveIt('box', 'Level', 'Two', 'One'),
            'rig: parameter box "Level": warning: two-rules-one-parameter: the rules "One" and "Two" both move it: it jumps from '
                .'one control to the other. Give one of them another parameter or scene, or ignore this where it is wanted',
            'two-rules-one-parameter: parameter box "Level": '.
            self::hash(
                'the rules "One" and "Two" both move it, so that it leaps from one control to the other; give one another parameter or '
                    .'scene, or say that this is wanted',
            ),
        ];
        yield 'a box that blocks' => [
            new KindIsBlocked('hub', ['cc', 'nrpn'], ['box'], ['board'], 4),
            'rig: line 4: error: kind-blocked: hub blocks cc, nrpn, and there is no other way to box, nor from board to the post '
                .'[lay another lead, or use another kind of message there]',
            'kind-blocked: unit hub blocks: '.
            self::hash('hub does not pass on cc, nrpn, and there is no other way to box, nor from board to the post'),
        ];
        yield 'rules' => [
            new RulesAreWrong(Severity::Hint, 'unreachable', 12, 'nothing gets here'),
            'rig: line 12: hint: unreachable: nothing gets here',
            'unreachable: line 12: '.self::hash('nothing gets here'),
        ];
    }

    #[DataProvider('worded')]
    public function testTheWordingAndTheRestsOfEarlierDays(RigFact $fact, string $printed, string $formerly): void
    {
        $finding = new RigFinding($fact);
        $rest = static fn (string $cause): Rest => new Rest($cause, 'it may stay', '2026-11-29');

        self::assertSame($printed, $finding->print('rig'));
        self::assertSame($formerly, $finding->restAmong([$rest('other: unit a: 00000000'), $rest($formerly)])?->cause);
        self::assertSame($finding->key(), $finding->restAmong([$rest($finding->key())])?->cause);
        self::assertNull($finding->restAmong([$rest(substr($finding->key(), 0, -1).'x')]));
    }

    public function testAnotherParameterWakesIt(): void
    {
        $key = static fn (string $now, string $least): string => (new RigFinding(new FirmwareIsOld('moths', $now, $least)))->key();

        self::assertSame($key('1.2', '1.4'), $key('1.2', '1.4'));
        self::assertCount(3, array_unique([$key('1.2', '1.4'), $key('1.3', '1.4'), $key('1.2', '1.5')]));
    }

    private static function hash(string $text): string
    {
        return substr(hash('sha256', $text), 0, 8);
    }
}
