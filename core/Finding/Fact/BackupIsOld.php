<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Something was set after the last backup. */
final readonly class BackupIsOld extends RigFact
{
    public const SEVERITY = Severity::Hint;
    public const CODE = 'backup-old';

    public function __construct(public string $unit, public string $file, public string $at, public string $setting, public string $setAt)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, 'backup');
    }

    public function text(): string
    {
        return "the backup {$this->file} is of {$this->at}, older than {$this->setting}, which was set on {$this->setAt}";
    }

    public function formerly(): string
    {
        return "{$this->file} is of {$this->at}, and {$this->setting} was set on {$this->setAt}";
    }

    public function job(): string
    {
        return "save a new backup of {$this->unit}";
    }
}
