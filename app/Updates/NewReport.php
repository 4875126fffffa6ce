<?php

declare(strict_types=1);

namespace App\Updates;

/** What somebody tells of a problem, whichever way it came in. */
final readonly class NewReport
{
    /**
     * @param  int|null  $same  the incident that they say it is about
     * @param  string  $sendKey  the same for the same report, however often it comes
     */
    public function __construct(
        public string $service, public string $what, public ?string $site, public ?string $name, public ?string $email,
        public ?int $same, public string $sendKey,
    ) {}
}
