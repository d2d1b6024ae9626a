<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Run;

/** What a run asks of its in ports. */
interface InPorts
{
    /** A parameter message or controller pair that has been assembled goes to the rules. */
    public function group(int $t, int $port, int $control, int $ch, int $n, int $v): void;

    /** Which rules are asked for what is looked up anew, since the scene has changed. */
    public function forgetPlans(): void;
}
