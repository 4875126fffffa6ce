<?php

declare(strict_types=1);

namespace Skarvo\Updates\Versions;

use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Value\Language;

/** The same facts in the words of each reader: as a person would put them, for a person to read before they go out. */
final readonly class Drafts
{
    /** So many of what is under suspicion, or ruled out, are named. */
    private const NAMED = 3;

    public function __construct(private UpdateFacts $facts, private Glossary $glossary = new Glossary) {}

    /**
     * @param  bool  $isUnchanged  whether it says that nothing is new
     * @param  UpdateFacts|null  $before  what the update before it said
     * @param  string|null  $said  what everybody reads in this language, where a person put it: staff read no less
     */
    public function of(
        Version $version, Language $in = Language::English, bool $isUnchanged = false, ?UpdateFacts $before = null, ?string $said = null,
    ): Drafted {
        return match ($version) {
            Version::Everybody => $this->public($in, $isUnchanged),
            Version::Staff => $this->staff($in, $isUnchanged, $said),
            Version::Technical => new Drafted($this->technical($before)),
            Version::Card => new Drafted($this->card()),
        };
    }

    private function public(Language $in, bool $isUnchanged): Drafted
    {
        $missing = [];
        $cause = $isUnchanged ? null : $this->said($this->facts->toldCause(), $in, $missing);
        $meanwhile = $this->facts->stage === Stage::Restored ? null : $this->said($this->facts->meanwhile, $in, $missing);

        return new Drafted($this->sentence($in, $isUnchanged, $cause), (string) $meanwhile, $missing);
    }

    private function staff(Language $in, bool $isUnchanged, ?string $said): Drafted
    {
        $public = $this->public($in, $isUnchanged);
        $missing = $public->missing;
        $counter = $this->facts->stage === Stage::Restored ? null : $this->said($this->facts->counter, $in, $missing);
        $parts = [
            $said ?? $public->text,
            $counter === null ? '' : Phrases::say('counter', $in, ['text' => rtrim($counter, '. ')]),
            $public->meanwhile === '' ? '' : Phrases::say('others', $in, ['text' => rtrim($public->meanwhile, '. ')]),
            $this->facts->next === null || $this->facts->stage === Stage::Restored
                ? ''
                : Phrases::say('next', $in, ['time' => $this->clock()->say($this->facts->next, $in)]),
        ];

        return new Drafted(implode(' ', array_filter($parts, static fn(string $one): bool => $one !== '')), '', $missing);
    }

    private function sentence(Language $in, bool $isUnchanged, ?string $cause): string
    {
        $facts = $this->facts;
        $services = array_map(
            fn(array $one): array => ['name' => $this->glossary->name($one['name'], $in), 'state' => $one['state']], $facts->services
        );
        $since = $this->clock()->say($facts->since, $in);
        $expected = $facts->isExpected() ? $this->clock()->say((int) $facts->estimate, $in) : null;
        if ($isUnchanged && $facts->told !== null) {
            return Draft::unchanged(
                $facts->stage, $services, $this->clock()->say($facts->told, $in), $since, $facts->known->isWorkedOn, $expected, $in
            )->text;
        }
        $places = array_map(fn(string $one): string => $this->glossary->name($one, $in), $facts->places);

        return Draft::from($facts->stage, $services, $since, $places, $expected, $cause, $in)->text;
    }

    private function technical(?UpdateFacts $before): string
    {
        [$facts, $known] = [$this->facts, $this->facts->known];
        $sentences = [trim("$known->ref: $known->title", ': ').'.'];
        if ($facts->stage === Stage::Restored) {
            return implode(' ', [...$sentences, $this->sentence(Language::English, false, null), ...$this->causes()]);
        }
        array_push($sentences, $this->states().($known->items > 1 ? " $known->items items are hit." : ''), ...$this->causes());
        if ($known->causes === [] && $known->suspects !== []) {
            $sentences[] = 'What lies beneath all of it, by the trace: '.self::some($known->suspects).'.';
        }
        if ($known->ruledOut !== []) {
            $sentences[] = 'Ruled out: '.self::some($known->ruledOut).'.';
        }
        $new = $before === null ? [] : NewFacts::between($before, $facts);
        if ($new !== []) {
            $sentences[] = 'New since the last update: '
                .implode('; ', array_map(fn(NewFact $one): string => $this->change($one, $before), $new)).'.';
        }

        return implode(' ', [...$sentences, Phrases::stage($facts->stage, Language::English), $this->expectation()]);
    }

    private function card(): string
    {
        [$facts, $known] = [$this->facts, $this->facts->known];
        if ($facts->stage === Stage::Restored) {
            return $this->sentence(Language::English, false, null).' It began at '.$this->clock()->say($facts->since).'.';
        }
        $reports = match (true) {
            $known->reports === 0 => 'Nobody has reported it yet.',
            $known->reports === 1 => 'One person has reported it.',
            default => "$known->reports people have reported it.",
        };

        return implode(' ', array_filter([
            ($known->priority > 0 ? "Priority $known->priority. " : '').$this->states(), $reports,
            Phrases::stage($facts->stage, Language::English),
            $facts->toldCause() === null
                ? ''
                : Phrases::say('cause', Language::English, ['text' => rtrim((string) $facts->toldCause(), '. ')]),
            $this->expectation(),
            $known->coordinator === null ? 'Nobody coordinates it yet.' : "Coordinated by $known->coordinator.",
        ]));
    }

    /** How each service is, since when and where. */
    private function states(): string
    {
        $facts = $this->facts;
        $where = Draft::places($facts->places, Language::English);
        $parts = [];
        foreach ([[State::Down, 'not working'], [State::Degraded, 'only partly working']] as [$state, $how]) {
            if ($facts->in($state) !== []) {
                $parts[] = Phrases::list($facts->in($state), Language::English).": $how";
            }
        }
        $since = $this->clock()->say($facts->since);

        return $parts === [] ? "A fault since $since; services are still working$where." : implode('; ', $parts)." since $since$where.";
    }

    /** @return list<string> */
    private function causes(): array
    {
        return $this->facts->known->causes === [] ? [] : ['Cause: '.self::some($this->facts->known->causes).'.'];
    }

    private function expectation(): string
    {
        if ($this->facts->stage === Stage::Proving) {
            return '';
        }

        return $this->facts->isExpected()
            ? Phrases::say('expected', Language::English, ['time' => $this->clock()->say((int) $this->facts->estimate)])
            : Phrases::say('not_expected', Language::English);
    }

    private function change(NewFact $change, UpdateFacts $before): string
    {
        $facts = $this->facts;

        return match ($change) {
            NewFact::Stage => lcfirst($facts->stage->words()).' (before: '.lcfirst($before->stage->words()).')',
            NewFact::Services => $facts->services === [] ? 'no service is hit any more' : 'services '.implode(', ', array_map(
                static fn(array $one): string => "{$one['name']} ".($one['state'] === State::Down ? 'not working' : 'partly working'),
                $facts->services,
            )),
            NewFact::Places => $facts->places === []
                ? 'felt everywhere, or not known where'
                : 'felt at '.Phrases::list($facts->places, Language::English),
            NewFact::Cause => $facts->cause === null ? 'the cause is open again' : 'a cause that is told outside',
            NewFact::Meanwhile => 'what people can do meanwhile',
            NewFact::Counter => 'what staff do',
            NewFact::Estimate => $facts->estimate === null
                ? 'no estimate any more'
                : 'the estimate is '.$this->clock()->say($facts->estimate),
        };
    }

    /**
     * @param  list<string>  $missing  grows by what nobody has translated
     */
    private function said(?string $phrase, Language $in, array &$missing): ?string
    {
        $phrase = trim((string) $phrase);
        if ($phrase === '') {
            return null;
        }
        $said = $this->glossary->say($phrase, $in);
        if ($said === null) {
            $missing[] = $phrase;
        }

        return $said;
    }

    private function clock(): Clock
    {
        return new Clock($this->facts->zone, $this->facts->now);
    }

    /** @param  list<string>  $all */
    private static function some(array $all): string
    {
        $more = count($all) - self::NAMED;

        return implode('; ', array_map(static fn(string $one): string => rtrim($one, '. '), array_slice($all, 0, self::NAMED)))
            .($more > 0 ? "; and $more more" : '');
    }
}
