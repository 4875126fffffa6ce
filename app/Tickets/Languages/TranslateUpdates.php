<?php

declare(strict_types=1);

namespace App\Tickets\Languages;

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\Report;
use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Journal;
use App\Updates\Contracts\SpeaksUpdates;
use App\Updates\Following\Subscription;
use App\Updates\Update;
use App\Updates\Versions\UpdateVersion;
use Illuminate\Support\Facades\DB;
use Skarvo\Updates\Versions\Version;
use Skarvo\Value\Language;

/** Has the latest update of each incident translated into the languages of those who reported it or follow us, once each. */
final class TranslateUpdates implements ClockPart, SpeaksUpdates
{
    /** An update is news for so long. */
    private const HOURS = 24;

    private int $seen = -1;

    public function name(): string
    {
        return 'translated-updates';
    }

    public function whileBroken(): string
    {
        return 'Reporters and followers read updates in the language in which they are published.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        $head = Journal::head();
        if ($head === $this->seen || ! Translator::isThere()) {
            return 0;
        }
        $wanted = self::wanted();
        $done = $wanted === [] ? 0 : DB::transaction(static function () use ($wanted, $mayWork): int {
            if (! $mayWork()) {
                return 0;
            }
            foreach ($wanted as [$update, $language]) {
                DB::table('update_translations')->insert(['update_id' => $update->id, 'to' => $language->value, 'at' => now()]);
                Translator::ofUpdate($update, $language);
            }

            return count($wanted);
        });
        $this->seen = $head;

        return $done;
    }

    public function spoken(Update $update, string $language): ?string
    {
        $text = DB::table('update_translations')->where('update_id', $update->id)->where('to', $language)->value('text');

        return is_string($text) ? $text : null;
    }

    public function isAtIt(Update $update, string $language): bool
    {
        return Translator::isThere() && Language::of($language) !== null && Language::of($language) !== Translator::own()
            && $this->spoken($update, $language) === null
            && UpdateVersion::query()->where('update_id', $update->id)->where('version', Version::Everybody)->where('language', $language)
                ->doesntExist();
    }

    /** @return list<array{Update, Language}> that nobody asked for yet */
    private static function wanted(): array
    {
        $latest = Update::query()->where('published_at', '>', now()->subHours(self::HOURS))->orderByDesc('number')->get()
            ->unique('incident_id');
        $asked = DB::table('update_translations')->whereIn('update_id', $latest->modelKeys())->get()
            ->map(static fn(\stdClass $row): string => "$row->update_id $row->to")
            // What was put together from its facts, or by a person, is there.
            ->merge(UpdateVersion::query()->whereIn('update_id', $latest->modelKeys())->where('version', Version::Everybody)->get()
                ->map(static fn(UpdateVersion $one): string => "$one->update_id {$one->language->value}"))->all();
        $followed = Subscription::query()->active()->distinct()->pluck('language');
        $wanted = [];
        foreach ($latest as $update) {
            $reports = Link::query()->holds()->where('from_kind', Report::KIND)->where('to_kind', Incident::KIND)
                ->where('kind', LinkKind::About)
                ->where('to_id', $update->incident_id)->select('from_id');
            $languages = Report::query()->whereIn('id', $reports)->whereNotNull('language')->distinct()->pluck('language')->merge($followed)
                ->unique();
            foreach ($languages as $code) {
                $language = Language::of((string) $code);
                if ($language !== null && $language !== Translator::own() && ! in_array("$update->id $language->value", $asked, true)) {
                    $wanted["$update->id $language->value"] = [$update, $language];
                }
            }
        }

        return array_values($wanted);
    }

    /** @return array<int, array{text: string, isMachine: bool}> by number of the update, those of an incident that are there */
    public static function of(int $incident, string $language): array
    {
        $translated = DB::table('update_translations')->join('updates', 'updates.id', '=', 'update_translations.update_id')
            ->where('updates.incident_id', $incident)->where('to', $language)->whereNotNull('update_translations.text')
            ->pluck('update_translations.text', 'updates.number')
            ->map(static fn(mixed $text): array => ['text' => (string) $text, 'isMachine' => true])->all();
        $put = UpdateVersion::query()->join('updates', 'updates.id', '=', 'update_versions.update_id')
            ->where('updates.incident_id', $incident)
            ->where('version', Version::Everybody)->where('language', $language)->get(['update_versions.*', 'updates.number'])
            ->mapWithKeys(static fn(UpdateVersion $one): array => [(int) $one->getAttribute('number') => [
                'text' => trim("$one->text\n$one->meanwhile"), 'isMachine' => $one->read_by_id === null,
            ]])->all();

        return $put + $translated;
    }
}
