@php
    use App\Updates\Outside\PublicFiles;
    $updates = array_reverse($told->updates);
    $corrected = array_column(array_map(static fn($one): array => ['wrong' => "$one->incident_id $one->corrects", 'by' => $one], array_filter($updates, static fn($one): bool => $one->corrects !== null)), 'by', 'wrong');
@endphp
<ol class="story">
@foreach ($updates as $i => $update)
@php($by = $corrected["$update->incident_id $update->number"] ?? null)
<li id="update-{{ $update->number }}" @class(['latest' => $i === 0, 'wrong' => $by !== null])>
<p class="stage">{{ $update->stage->words() }}</p>
@if ($by !== null)
<p class="small">Corrected at {{ PublicFiles::time($by->published_at) }}: read above. What it said:</p>
@endif
@if ($update->corrected() !== null)
<p class="small">This corrects what we wrote at {{ PublicFiles::time($update->corrected()->published_at) }}.</p>
@endif
@if ($by !== null)
<p><s>{{ $update->text }}</s></p>
@else
<p>{{ $update->text }}</p>
@endif
@if ((string) $update->meanwhile !== '')
<p><strong>Meanwhile:</strong> {{ $update->meanwhile }}</p>
@endif
@foreach ($by === null ? PublicFiles::languages($update) : [] as $other)
<details lang="{{ $other->language->value }}" dir="{{ $other->language->isRightToLeft() ? 'rtl' : 'ltr' }}">
<summary>{{ $other->language->ownName() }}</summary>
<p>{{ $other->text }}</p>
@if ((string) $other->meanwhile !== '')
<p>{{ __('follow.meanwhile', ['text' => $other->meanwhile], $other->language->value) }}</p>
@endif
@if ($other->read_by_id === null)
<p class="small">{{ __('follow.by_machine', [], $other->language->value) }}</p>
@endif
</details>
@endforeach
<p class="small"><time datetime="{{ $update->published_at->toIso8601ZuluString() }}">{{ PublicFiles::time($update->published_at) }}</time>@if ($i === 0 && $update->next_at !== null && $told->incident->resolved_at === null). Next update by <time datetime="{{ $update->next_at->toIso8601ZuluString() }}">{{ PublicFiles::time($update->next_at) }}</time>@endif</p>
</li>
@endforeach
</ol>
