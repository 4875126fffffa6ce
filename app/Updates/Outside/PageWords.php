<?php

declare(strict_types=1);

namespace App\Updates\Outside;

use App\Platform\WallClock;
use App\Updates\Update;
use App\Updates\Versions\GlossaryWords;
use App\Updates\Versions\Spoken;
use App\Updates\Versions\UpdateVersion;
use Carbon\CarbonInterface;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Past\Day;
use Skarvo\Updates\Versions\Clock;
use Skarvo\Updates\Versions\Glossary;
use Skarvo\Value\Language;

/** What the public page says besides the updates, in one language: its headings, states, times, and where the other pages in it are. */
final readonly class PageWords
{
    private Glossary $glossary;

    private Clock $clock;

    /** @var \WeakMap<Update, Spoken> an update stands on several pages */
    private \WeakMap $told;

    public function __construct(public Language $in, CarbonInterface $at)
    {
        $this->told = new \WeakMap;
        $this->glossary = GlossaryWords::glossary();
        $this->clock = new Clock(new \DateTimeZone(WallClock::organisation()), $at->getTimestamp());
    }

    /** @param  array<string, string|int>  $with */
    public function say(string $what, array $with = []): string
    {
        return trans("status.$what", $with, $this->in->value);
    }

    public function file(string $page, string $ending = 'html'): string
    {
        return PublicAddress::page($page, $this->in, $ending);
    }

    /** `07:14 CET`, or with its day. */
    public function time(CarbonInterface $at): string
    {
        return $this->clock->say($at->getTimestamp(), $this->in);
    }

    /** How long, as people say it. */
    public function lasting(int $seconds): string
    {
        $minutes = (int) max(1, round($seconds / 60));
        [$hours, $rest] = [intdiv($minutes, 60), $minutes % 60];

        return implode(' ', [
            ...($hours === 0 ? [] : [$this->say('hours', ['n' => $hours])]),
            ...($rest === 0 && $hours > 0 ? [] : [$this->say('minutes', ['n' => $rest])]),
        ]);
    }

    /** @param  State|null  $state  null: not confirmed */
    public function state(?State $state): string
    {
        return $this->say(match ($state) {
            null => 'unknown',
            State::Down => 'down',
            State::Degraded => 'degraded',
            State::Up, State::AtRisk => 'up',
        });
    }

    public function stage(Stage $stage): string
    {
        return $this->say(str_replace('-', '_', $stage->value));
    }

    /** A service or a place. */
    public function name(string $name): string
    {
        return $this->glossary->name($name, $this->in);
    }

    /** @param  list<string>  $names */
    public function title(array $names): string
    {
        return $names === []
            ? $this->say('notice')
            : implode($this->in->isRightToLeft() ? '، ' : ', ', array_map($this->name(...), $names));
    }

    /** What an update is about, and how far it is. */
    public function headline(Update $update): string
    {
        return $this->title(array_column($update->services, 'name')).': '.$this->stage($update->stage);
    }

    /** What a day was like, in words: a mark alone says nothing to whoever cannot see it. */
    public function day(Day $day): string
    {
        $parts = [
            ...($day->down > 0 ? [$this->say('day_down', ['lasting' => $this->lasting($day->down)])] : []),
            ...($day->degraded > 0 ? [$this->say('day_degraded', ['lasting' => $this->lasting($day->degraded)])] : []),
        ];

        return Clock::day($day->date * 86400, $this->in).': '.($parts === [] ? $this->say('day_fine') : implode(', ', $parts));
    }

    /** An update as it is told in this language. */
    public function told(Update $update): Spoken
    {
        return $this->told[$update] ??= Spoken::of($update, $this->in->value);
    }

    /** Whether nobody, and no machine, has put it into this language: it stands there as it was written. */
    public function isOriginal(Update $update): bool
    {
        return $this->in !== UpdateVersion::own() && $this->told($update)->text === $update->text;
    }
}
