@php use App\Updates\Outside\PublicFiles; @endphp
@if ($list === [])
<p>No problems in the last {{ \App\Updates\Outside\PublicPage::DAYS }} days.</p>
@endif
@foreach ($list as $told)
<section @class(['open' => $told->incident->resolved_at === null])>
<h2><a href="incident-{{ $told->incident->id }}.html">{{ PublicFiles::title(PublicFiles::names($told)) }}, {{ $told->incident->resolved_at === null ? 'since ' : '' }}{{ PublicFiles::time($told->incident->started_at) }}</a></h2>
@include('public.story', ['told' => $told])
</section>
@endforeach
