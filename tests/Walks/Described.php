<?php

declare(strict_types=1);

namespace Tests\Walks;

use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Holds an answer to what docs/openapi.json says of its address, method and status. */
final class Described
{
    private const BASE = '/api/v1';

    private const ID = 'https://skarvo.example/openapi.json';

    /** @var array<string, mixed>|null */
    private static ?array $document = null;

    private static ?Validator $validator = null;

    /** @return string|null what is not as it is described; null if all is, or if the address is not one of the API */
    public static function wrong(Request $request, Response $response): ?string
    {
        $path = $request->getPathInfo();
        if (! str_starts_with($path, self::BASE.'/') && ! str_ends_with($path, '.ics')) {
            return null;
        }
        $status = (string) $response->getStatusCode();
        [$template, $operation] = self::operation(
            str_starts_with($path, self::BASE) ? substr($path, strlen(self::BASE)) : $path, strtolower($request->getMethod()),
        );
        if ($operation === null) {
            if (! str_starts_with($path, self::BASE.'/')) {
                return null;
            }
            // What is not described does not exist: that is all there is to say.
            return in_array($status, ['404', '405'], true)
                ? self::unlike($response, ['content' => ['application/problem+json' => []]], null)
                : "{$request->getMethod()} $path is not described, and answers $status.";
        }
        $described = self::resolved($operation['responses'][$status] ?? null);
        if ($described === null) {
            return "$template does not say that it may answer $status.";
        }
        foreach (is_array($described['headers'] ?? null) ? $described['headers'] : [] as $name => $header) {
            if (is_array($header) && ($header['required'] ?? false) === true && ! $response->headers->has((string) $name)) {
                return "$template answers $status without $name.";
            }
        }

        return self::unlike($response, $described, self::pointer($template, strtolower($request->getMethod()), $status, $operation));
    }

    /** @param  array<string, mixed>  $described */
    private static function unlike(Response $response, array $described, ?string $at): ?string
    {
        $type = trim(explode(';', (string) $response->headers->get('Content-Type'))[0]);
        $content = is_array($described['content'] ?? null) ? $described['content'] : [];
        if ($content === []) {
            return null;
        }
        if (! isset($content[$type])) {
            return "answers {$response->getStatusCode()} as \"$type\", which is not described; described are "
                .implode(', ', array_keys($content)).'.';
        }
        if ($at === null || $response instanceof StreamedResponse || ! str_ends_with($type, 'json')) {
            return null;
        }
        $result = self::validator()->validate(
            json_decode((string) $response->getContent()), self::ID.$at.'/content/'.self::escaped($type).'/schema',
        );
        $error = $result->error();

        return $error === null
            ? null
            : "answers {$response->getStatusCode()} unlike its schema: ".json_encode(
                (new ErrorFormatter)->format($error), JSON_UNESCAPED_SLASHES,
            );
    }

    /** @return array{string, array<string, mixed>|null} template and operation */
    private static function operation(string $path, string $method): array
    {
        foreach (self::document()['paths'] as $template => $methods) {
            $pattern = '~^'.preg_replace('/\\\\\{\w+\\\\\}/', '[^/]+', preg_quote((string) $template, '~')).'$~D';
            if (preg_match($pattern, $path) === 1 && isset($methods[$method])) {
                return [(string) $template, $methods[$method]];
            }
        }

        return [$path, null];
    }

    /** @param  array<string, mixed>  $operation */
    private static function pointer(string $template, string $method, string $status, array $operation): string
    {
        $response = $operation['responses'][$status];

        return isset($response['$ref']) ? (string) $response['$ref'] : '#/paths/'.self::escaped($template)."/$method/responses/$status";
    }

    private static function escaped(string $part): string
    {
        return rawurlencode(str_replace(['~', '/'], ['~0', '~1'], $part));
    }

    /** @return array<string, mixed>|null */
    private static function resolved(mixed $response): ?array
    {
        if (is_array($response) && isset($response['$ref'])) {
            return self::document()['components']['responses'][basename((string) $response['$ref'])];
        }

        return is_array($response) ? $response : null;
    }

    private static function validator(): Validator
    {
        if (self::$validator === null) {
            self::$validator = new Validator;
            self::$validator->resolver()?->registerRaw(
                (string) json_encode(['$id' => self::ID, ...self::document()], JSON_UNESCAPED_SLASHES), self::ID,
            );
        }

        return self::$validator;
    }

    /** @return array<string, mixed> */
    private static function document(): array
    {
        return self::$document ??= json_decode(
            (string) file_get_contents(dirname(__DIR__, 2).'/docs/openapi.json'), true, 64, JSON_THROW_ON_ERROR,
        );
    }
}
