<?php

declare(strict_types=1);

namespace App\Updates;

use App\Updates\Files\CheckedFile;
use Skarvo\Incidents\ReportersAnswers;
use Skarvo\Incidents\WayIn;

/** What somebody tells of a problem, whichever way it came in. */
final readonly class NewReport
{
    /**
     * @param  int|null  $same  the incident that they say it is about
     * @param  string|null  $service  null: they do not know which it is
     * @param  array<array-key, mixed>  $answered  to the questions of the service, by their places
     * @param  list<CheckedFile>  $files
     * @param  string|null  $language  in which they read, as far as they said
     * @param  string|null  $device  one of the reporter's own
     * @param  string  $sendKey  the same for the same report, however often it comes
     */
    public function __construct(
        public ?string $service, public string $what, public ?string $site, public ?string $name, public ?string $email,
        public ?int $same, public string $sendKey, public WayIn $way = WayIn::Form, public ?ReportersAnswers $answers = null,
        public array $answered = [], public array $files = [], public ?string $language = null, public ?string $device = null,
    ) {}
}
