<?php

declare(strict_types=1);

namespace App\Platform\Http;

use Illuminate\Http\Request;
use Skarvo\Json\MachineText;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Component\HttpFoundation\Response;

/** What machines send is taken although some of it is no text: that is replaced, and the request says so, for whoever keeps it. */
final class MendMachineText
{
    private const MENDED = 'text-was-mended';

    /** @param  \Closure(Request): Response  $next */
    public function handle(Request $request, \Closure $next): Response
    {
        // A mail says itself how its bytes are text.
        if (str_starts_with((string) $request->header('Content-Type'), 'message/')) {
            return $next($request);
        }
        $body = $request->getContent();
        $text = MachineText::mendedJson($body);
        $query = self::all($request->query->all());
        $headers = self::all($request->headers->all());
        if ($text !== $body || $query !== $request->query->all() || $headers !== $request->headers->all()) {
            $request->initialize($query, [], $request->attributes->all(), $request->cookies->all(), [], $request->server->all(), $text);
            $request->headers->replace($headers);
            $value = json_decode($text, true);
            $request->setJson(new InputBag(is_array($value) ? $value : []));
            $request->attributes->set(self::MENDED, true);
        }

        return $next($request);
    }

    public static function isMended(Request $request): bool
    {
        return $request->attributes->get(self::MENDED) === true;
    }

    /**
     * @param  array<array-key, mixed>  $values
     * @return array<array-key, mixed>
     */
    private static function all(array $values): array
    {
        $mended = [];
        foreach ($values as $name => $value) {
            $mended[is_string($name) ? MachineText::mended($name) : $name] = match (true) {
                is_array($value) => self::all($value),
                is_string($value) => MachineText::mended($value),
                default => $value,
            };
        }

        return $mended;
    }
}
