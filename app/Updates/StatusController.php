<?php

declare(strict_types=1);

namespace App\Updates;

use App\Updates\Outside\PublicFolder;
use Illuminate\Http\Response;

/** The public status page, from the files in which it stands: the same that another web server shows while Skarvo is down. */
final class StatusController
{
    private const TYPES = [
        'html' => 'text/html; charset=utf-8', 'json' => 'application/json', 'atom' => 'application/atom+xml; charset=utf-8',
        'css' => 'text/css; charset=utf-8', 'js' => 'text/javascript; charset=utf-8', 'svg' => 'image/svg+xml',
        'ics' => 'text/calendar; charset=utf-8', 'woff2' => 'font/woff2',
    ];

    private const POLICY = "default-src 'none'; style-src 'self'; script-src 'self'; img-src 'self'; font-src 'self'; connect-src 'self'; "
        ."base-uri 'self'; form-action 'none'; frame-ancestors 'none'";

    public function __invoke(string $file = 'index.html'): Response
    {
        try {
            PublicFolder::bringUpToDate();
        } catch (\RuntimeException|\ErrorException $e) {
            // What is there says as of when it is.
            report($e);
        }
        $content = PublicFolder::read($file) ?? abort(404);
        if (! request()->routeIs('status.file')) {
            // Its links are beside it, wherever it stands.
            $content = str_replace('<head>', '<head><base href="status/">', $content);
        }

        return new Response($content, 200, [
            'Content-Type' => self::TYPES[pathinfo($file, PATHINFO_EXTENSION)] ?? 'text/plain; charset=utf-8',
            'Cache-Control' => 'no-cache', 'Content-Security-Policy' => self::POLICY,
            // What is meant for machines, pages of others may read too.
            ...(in_array(pathinfo($file, PATHINFO_EXTENSION), ['json', 'atom', 'ics'], true) ? ['Access-Control-Allow-Origin' => '*'] : []),
        ]);
    }
}
