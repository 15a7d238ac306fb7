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
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Reading\Page\ShownPage;
use Wrasse\Core\Reading\Price\ReadLocale;
use Wrasse\Core\Reading\Recipe\SuggestedSelector;
use Wrasse\Core\Reading\Recipe\Value;

/** Makes recipes for the pages of a site: from what a person points at, tried on all its pages that are kept. */
final readonly class RecipeBench
{
    private const MOST_PAGES = 50;

    /** Characters of what a step finds. */
    private const SHOWN = 200;

    public function __construct(private StoredPages $pages, private RecipeReader $reader, private ChangeWatches $watches)
    {
    }

    /**
     * A recipe by which a field is read from the element that a person pointed at; fields that the site's recipe has stay.
     *
     * @param  stdClass  $page  as StoredPages has it
     * @param  int  $element  its number, as ShownPage writes it
     * @param  string  $field  one of a recipe
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
            'price', 'old_price', 'member_price', 'shipping' => [['as' => 'price']],
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
     * What each of its steps makes of some pages.
     *
     * @param  array<string, mixed>  $document
     * @param  list<int>  $readings  whose pages they are; those that are not kept any more are left out
     * @return list<SteppedPage>
     *
     * @throws InvalidDocument
     */
    public function steps(Site $site, array $document, array $readings): array
    {
        $recipe = $this->reader->read(Node::of($document, 'recipe'));
        $currency = $site->currency === null ? null : Currency::of($site->currency);
        $stepped = [];
        foreach ($readings as $reading) {
            $page = $this->pages->find($site->workspace_id, $reading);
            if ($page === null || $page->site_id !== $site->id) {
                continue;
            }
            $parsed = ShownPage::parse($page->html, $page->content_type);
            $locale = ReadLocale::of($parsed->language())?->ofSeparatorsOnly();
            $fields = [];
            foreach ($recipe->fields() as $field) {
                $fields[$field] = array_map(
                    fn (Value $value) => $value->shown(self::SHOWN),
                    $recipe->steps($field, $parsed, $currency, $locale),
                );
            }
            $stepped[] = new SteppedPage($reading, $page->url, $fields);
        }

        return $stepped;
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
