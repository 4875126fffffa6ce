<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Report;
use App\Platform\Outbox\Outbox;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cookie;
use Illuminate\Support\Facades\DB;

/** How reporters come back to what they reported: by the browser in which they did, or by a mail to the address that they gave. */
final class OwnReports
{
    private const COOKIE = 'own_reports';

    private const KEPT_MINUTES = 60 * 24 * 90;

    private const MOST = 10;

    /** Longer ago nobody asks, and the address may be somebody else's. */
    private const DAYS = 90;

    public static function remember(Request $request, Report $report): void
    {
        $keys = array_slice(array_unique([$report->key(), ...self::keys($request)]), 0, self::MOST);
        Cookie::queue(self::COOKIE, implode(' ', $keys), self::KEPT_MINUTES);
    }

    /** @return list<array{ref: string, what: string, follow: string, told_at: mixed}> those that are open, the latest first */
    public static function open(Request $request): array
    {
        $reports = array_filter(array_map(Report::byKey(...), self::keys($request)));

        return array_values(array_map(static fn(Report $one): array => [
            'ref' => $one->ref(), 'what' => $one->what, 'follow' => route('report.follow', $one->key()), 'told_at' => $one->told_at,
        ], array_filter($reports, static fn(Report $one): bool => $one->resolved_at === null)));
    }

    /** Nothing shows whether anything was ever reported from the address; an hour has one mail at the most. */
    public static function mail(string $email): void
    {
        $reports = Report::query()->whereRaw('lower(email) = ?', [mb_strtolower($email)])->where('told_at', '>', now()->subDays(self::DAYS))
            ->latest('id')->limit(self::MOST)->get();
        if ($reports->isEmpty()) {
            return;
        }
        $lines = $reports->map(static fn(Report $one): string => "{$one->ref()}: ".route('report.follow', $one->key()))->implode("\n");
        $key = 'own-reports-'.sha1(mb_strtolower($email)).'-'.now()->format('YmdH');
        $last = $reports->firstOrFail();
        DB::transaction(static function () use ($email, $key, $lines, $last): void {
            if (DB::table('outbox')->where('key', $key)->exists()) {
                return;
            }
            Outbox::put('mail', $key, [
                'to' => $email, 'subject' => $last->words('mail_own_subject'), 'about' => ['report' => $last->id],
                'text' => $last->words('mail_hello').",\n\n".$last->words('mail_own', ['lines' => $lines])."\n",
            ], now());
        });
    }

    /** @return list<string> */
    private static function keys(Request $request): array
    {
        $kept = $request->cookie(self::COOKIE);

        return is_string($kept) && $kept !== '' ? array_slice(explode(' ', $kept), 0, self::MOST) : [];
    }
}
