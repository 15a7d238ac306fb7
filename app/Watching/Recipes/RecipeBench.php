<?php

declare(strict_types=1);

namespace App\Watching\Recipes;

use App\Watching\Actions\ChangeWatches;
use App\Watching\Actions\StoredPages;
use App\Watching\Models\Site;
use App\Watching\Models\SiteRecipe;
use App\Watching\Models\Watch;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\RecipeReader;
use Wrasse\Core\Reading\Page\ShownPage;
use Wrasse\Core\Reading\Recipe\SuggestedSelector;

/** Makes recipes for the pages of a site: from what a person points at, tried on all its pages that are kept. */
final readonly class RecipeBench
{
    private const MOST_PAGES = 50;

    public function __construct(private StoredPages $pages, private RecipeReader $reader, private ChangeWatches $watches)
    {
    }

    /**
     * A recipe by which a field is read from the element that a person pointed at; fields that the site's recipe has stay.
     *
     * @param  stdClass  $page  as StoredPages has it
     * @param  int  $element  its number, as ShownPage writes it
     * @param  'price'|'old_price'|'name'|'availability'|'shipping'  $field
     * @return array<string, mixed>|null null: there is no such element
     */
    public function suggest(Site $site, stdClass $page, int $element, string $field): ?array
    {
        $parsed = ShownPage::parse($page->html, $page->content_type);
        $pointed = ShownPage::element($parsed, $element);
        if ($pointed === null) {
            return null;
        }
        $as = match ($field) {
            'price', 'old_price', 'shipping' => [['as' => 'price']],
            'availability' => [],
            default => [['as' => 'text']],
        };

        return [
            'version' => 1,
            'fields' => [
                ...$site->recipe->document['fields'] ?? [],
                $field => [['select' => SuggestedSelector::of($parsed, $pointed)], ['text' => true], ...$as],
            ],
        ];
    }

    /**
     * What it reads on the last page that is kept of each watch of the site.
     *
     * @param  array<string, mixed>  $document
     *
     * @throws InvalidDocument
     */
    public function check(Site $site, array $document): RecipeCheck
    {
        $recipe = $this->reader->read(Node::of($document, 'recipe'));
        $checked = [];
        foreach ($this->pages->lastOfSite($site, self::MOST_PAGES) as $page) {
            $reading = $this->pages->read($site, $page, $recipe);
            /** @var array{price: string|null} $before */
            $before = json_decode($page->document, true, 16, JSON_THROW_ON_ERROR);
            $checked[] = new CheckedPage(
                $page->watch_id,
                $page->reading,
                $page->url,
                $before['price'],
                $reading->price,
                $reading->currency,
                $reading->problems,
            );
        }
        usort($checked, fn (CheckedPage $a, CheckedPage $b) => ($a->before === $a->price) <=> ($b->before === $b->price));

        return new RecipeCheck(
            count($checked),
            count(array_filter($checked, fn (CheckedPage $page) => $page->price !== null)),
            $checked,
        );
    }

    /**
     * Makes it the recipe of the site, and has its pages read by it.
     *
     * @param  array<string, mixed>|null  $document  null: they are read without one again
     *
     * @throws InvalidDocument
     */
    public function save(Site $site, ?array $document, ?string $by): Site
    {
        if ($document !== null) {
            $this->reader->read(Node::of($document, 'recipe'));
        }

        return DB::transaction(function () use ($site, $document, $by): Site {
            $site = Site::query()->lockForUpdate()->findOrFail($site->id);
            $site->recipe_id =
                $document === null
                    ? null
                    : SiteRecipe::query()->create([
                        'site_id' => $site->id,
                        'number' => 1 + (int) SiteRecipe::query()->where('site_id', $site->id)->max('number'),
                        'document' => $document,
                        'created_by' => $by,
                    ])->id;
            $site->revision++;
            $site->save();
            // The same page may say something else now.
            Watch::query()->where('site_id', $site->id)->update(['etag' => null, 'last_modified' => null]);
            $this->watches->readNow(
                $site->workspace_id,
                array_values(Watch::query()->where('site_id', $site->id)->where('is_paused', false)->pluck('id')->all()),
            );

            return $site->refresh();
        });
    }
}
