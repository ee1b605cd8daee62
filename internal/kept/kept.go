// Package kept keeps the last things that were made, so that what is asked for again and again is made once, also for those who ask at the same moment.
package kept

import (
	"sync"

	"github.com/hashicorp/golang-lru/v2/simplelru"
)

// Cache keeps so many things by their keys, the least recently used going first. It is safe for concurrent use; what it gives is shared and must not be changed. Keys are best small: what
// is large goes into them by its hash.
type Cache[K comparable, V any] struct {
	mu  sync.Mutex
	all *simplelru.LRU[K, *one[V]]
}

type one[V any] struct {
	once sync.Once
	made V
	err  error
}

// New returns an empty one that keeps up to most things.
func New[K comparable, V any](most int) *Cache[K, V] {
	all, err := simplelru.NewLRU[K, *one[V]](most, nil)
	if err != nil {
		panic(err) // a number over 0 is right
	}
	return &Cache[K, V]{all: all}
}

// Of returns what is kept by a key, or makes it. What could not be made is not kept, and its error is told to all who waited.
func (c *Cache[K, V]) Of(key K, make func() (V, error)) (V, error) {
	at := c.at(key)
	at.once.Do(func() { at.made, at.err = make() })
	if at.err != nil {
		c.drop(key, at)
	}
	return at.made, at.err
}

func (c *Cache[K, V]) at(key K) *one[V] {
	c.mu.Lock()
	defer c.mu.Unlock()
	if at, ok := c.all.Get(key); ok {
		return at
	}
	at := &one[V]{}
	c.all.Add(key, at)
	return at
}

func (c *Cache[K, V]) drop(key K, at *one[V]) {
	c.mu.Lock()
	defer c.mu.Unlock()
	if is, ok := c.all.Peek(key); ok && is == at {
		c.all.Remove(key)
	}
}
