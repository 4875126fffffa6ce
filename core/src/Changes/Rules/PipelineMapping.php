<?php

declare(strict_types=1);

namespace Skarvo\Changes\Rules;

use Skarvo\Changes\ChangeKind;

/** Which items a pipeline means by the name of a service. */
final readonly class PipelineMapping
{
    /** @param  list<string>  $items */
    public function __construct(public string $service, public ?string $environment, public array $items, public ChangeKind $kind) {}

    public function fits(string $service, ?string $environment): bool
    {
        return mb_strtolower($this->service) === mb_strtolower($service)
            && ($this->environment === null || mb_strtolower($this->environment) === mb_strtolower((string) $environment));
    }
}
