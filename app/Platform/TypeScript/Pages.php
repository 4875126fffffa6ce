<?php

declare(strict_types=1);

namespace App\Platform\TypeScript;

use Symfony\Component\Finder\Finder;

/** Which pages the application shows, as TypeScript: each is loaded by itself, and parts of pages with the pages that have them. */
final class Pages
{
    /** @return string the whole of resources/js/lib/pages.ts */
    public static function text(): string
    {
        $names = [];
        foreach (Finder::create()->files()->in(app_path())->name('*.php')->contains('Inertia::render(') as $file) {
            preg_match_all('/Inertia::render\(\s*\'([A-Za-z\/]+)\'/', $file->getContents(), $found);
            array_push($names, ...$found[1]);
        }
        $names = array_unique($names);
        sort($names);
        $text = "// Written by `php artisan skarvo:types` from what PHP shows: change that.\nimport type { Component } from 'vue';\n\n"
            ."export const pages: Record<string, () => Promise<{ default: Component }>> = {\n";
        foreach ($names as $name) {
            $text .= "  '$name': () => import('@/pages/$name.vue'),\n";
        }

        return "$text};\n";
    }
}
